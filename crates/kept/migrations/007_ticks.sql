-- Steps of the work on a bag that are done, each by the name its words make.
CREATE TABLE tick (
    bag INTEGER NOT NULL REFERENCES bag (id),
    step TEXT NOT NULL,
    PRIMARY KEY (bag, step)
) STRICT;
