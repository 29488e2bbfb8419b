CREATE TABLE bag (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    revision INTEGER NOT NULL,
    name TEXT NOT NULL,
    brief TEXT NOT NULL,
    created_at TEXT NOT NULL,
    updated_at TEXT NOT NULL,
    deleted_at TEXT
) STRICT;
CREATE INDEX bag_updated ON bag (deleted_at, updated_at);
