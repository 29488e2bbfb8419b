-- Bags whose paper has been taken from the shelf, and how much of which paper.
CREATE TABLE cut (
    bag INTEGER PRIMARY KEY REFERENCES bag (id),
    paper INTEGER NOT NULL REFERENCES paper (id),
    sheets INTEGER NOT NULL,
    length_nm INTEGER NOT NULL
) STRICT;
