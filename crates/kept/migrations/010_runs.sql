-- Many bags by a date. Beside a run lie the sheets it is cut from as they were laid out last, and what it still takes of the shelf.
CREATE TABLE run (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    revision INTEGER NOT NULL,
    run TEXT NOT NULL CHECK (json_valid(run)),
    deleted_at TEXT,
    lists TEXT,
    needs TEXT NOT NULL DEFAULT '[]'
) STRICT;
-- What was done on a run, in the order in which it was done; what is undone is taken out again.
CREATE TABLE run_event (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    run INTEGER NOT NULL REFERENCES run (id),
    event TEXT NOT NULL CHECK (json_valid(event))
) STRICT;
CREATE INDEX run_event_of ON run_event (run, id);
