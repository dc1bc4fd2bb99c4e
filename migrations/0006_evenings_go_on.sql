-- What an evening that goes on was before each change to it: a list of documents, the latest last, that undo takes back.
ALTER TABLE sessions ADD COLUMN undo TEXT NOT NULL DEFAULT '[]';
-- An evening planned for a day to come: what it was set to and how it was arranged, as one document.
CREATE TABLE evenings (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  on_day TEXT NOT NULL,
  first_pour TEXT NOT NULL,
  draft TEXT NOT NULL,
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;
