-- A bag may be cut from two papers, one for its faces and one for its gussets.
CREATE TABLE cut_paper (
    bag INTEGER NOT NULL REFERENCES bag (id),
    paper INTEGER NOT NULL REFERENCES paper (id),
    sheets INTEGER NOT NULL,
    length_nm INTEGER NOT NULL,
    PRIMARY KEY (bag, paper)
) STRICT;
INSERT INTO cut_paper SELECT bag, paper, sheets, length_nm FROM cut;
DROP TABLE cut;
ALTER TABLE cut_paper RENAME TO cut;
