-- The file is known as ours by its application id, from here on.
PRAGMA application_id = 1464233836;

-- What the list shows of a bag, made when it is saved, and by which rules; made anew when the rules change.
ALTER TABLE bag ADD COLUMN summary TEXT;
ALTER TABLE bag ADD COLUMN rules TEXT;

-- The paper as it was when some of it was taken, so that it can be given back as what it was.
ALTER TABLE cut ADD COLUMN as_taken TEXT;

-- Every roll by itself: of each its own length is left.
WITH RECURSIVE one (id, paper, deleted_at, more) AS (
    SELECT id, paper, deleted_at, min(paper ->> 'count', 20) FROM paper
    WHERE paper ->> 'kind' = 'roll' AND paper ->> 'count' > 1
    UNION ALL SELECT id, paper, deleted_at, more - 1 FROM one WHERE more > 2
)
INSERT INTO paper (revision, paper, deleted_at) SELECT 1, json_set(paper, '$.count', 1), deleted_at FROM one;
UPDATE paper SET revision = revision + 1, paper = json_set(paper, '$.count', 1)
WHERE paper ->> 'kind' = 'roll' AND paper ->> 'count' > 1;
