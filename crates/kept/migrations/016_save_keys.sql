-- Every save may carry a key of its own, so that whoever lost the answer can tell whether it was kept, and sends nothing twice.
CREATE TABLE save_key (
    key TEXT NOT NULL UNIQUE,
    what TEXT NOT NULL,
    id INTEGER NOT NULL,
    revision INTEGER NOT NULL
);
CREATE INDEX save_key_of ON save_key (what, id, revision);
