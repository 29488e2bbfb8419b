-- What the crafter has set for everything: one line of JSON under each name.
CREATE TABLE setting (
    name TEXT PRIMARY KEY,
    setting TEXT NOT NULL CHECK (json_valid(setting))
) STRICT;
