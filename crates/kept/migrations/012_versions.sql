-- How a bag was before: at the end of every spell of work on it, and whenever it was made.
CREATE TABLE bag_version (
    bag INTEGER NOT NULL REFERENCES bag (id),
    revision INTEGER NOT NULL,
    name TEXT NOT NULL,
    brief TEXT NOT NULL,
    at TEXT NOT NULL,
    PRIMARY KEY (bag, revision)
) STRICT;
