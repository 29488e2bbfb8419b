-- Bags that were made and measured, each one line of JSON.
CREATE TABLE entry (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    revision INTEGER NOT NULL,
    entry TEXT NOT NULL CHECK (json_valid(entry)),
    deleted_at TEXT
) STRICT;
-- A picture of one, made anew from what was sent.
CREATE TABLE picture (
    entry INTEGER PRIMARY KEY REFERENCES entry (id),
    jpeg BLOB NOT NULL
) STRICT;
