-- Guides for notching and scoring, described by their measurements.
CREATE TABLE guide (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    revision INTEGER NOT NULL,
    guide TEXT NOT NULL CHECK (json_valid(guide)),
    deleted_at TEXT
) STRICT;
