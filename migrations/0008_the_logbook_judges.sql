-- What was seen on a strip: several looks at one roll, or at a whole run. What it means is worked out, never stored.
CREATE TABLE looks (
  id TEXT PRIMARY KEY,
  run_id TEXT NOT NULL REFERENCES runs (id),
  -- Null where the rolls of a run do not differ.
  roll_id TEXT REFERENCES rolls (id),
  film_is TEXT NOT NULL CHECK (film_is IN ('wet', 'dry', 'scanned')),
  document TEXT NOT NULL,
  at_ms INTEGER NOT NULL,
  changed_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE INDEX looks_by_run ON looks (run_id, at_ms) WHERE deleted_at_ms IS NULL;

-- A sentence kept from a run, with what it is tied to and the moment at which it returns.
CREATE TABLE lessons (
  id TEXT PRIMARY KEY,
  run_id TEXT REFERENCES runs (id),
  text TEXT NOT NULL,
  about TEXT NOT NULL CHECK (about IN ('everything', 'kit', 'batch', 'tank', 'film', 'process', 'treatment')),
  about_is TEXT NOT NULL,
  about_name TEXT NOT NULL,
  at_moment TEXT NOT NULL,
  kept_at_ms INTEGER NOT NULL,
  done_at_ms INTEGER,
  deleted_at_ms INTEGER
) STRICT;

CREATE INDEX lessons_in_use ON lessons (kept_at_ms) WHERE done_at_ms IS NULL AND deleted_at_ms IS NULL;
CREATE INDEX lessons_by_run ON lessons (run_id) WHERE deleted_at_ms IS NULL;

-- Did it help? Asked after each run to which it returned.
CREATE TABLE lesson_answers (
  lesson_id TEXT NOT NULL REFERENCES lessons (id),
  run_id TEXT NOT NULL REFERENCES runs (id),
  helped INTEGER NOT NULL CHECK (helped IN (0, 1)),
  at_ms INTEGER NOT NULL,
  PRIMARY KEY (lesson_id, run_id)
) STRICT;

-- Scans that wait to be measured. The file lies beside the database and goes once it was measured.
CREATE TABLE scans (
  id TEXT PRIMARY KEY,
  run_id TEXT NOT NULL REFERENCES runs (id),
  file_name TEXT NOT NULL,
  file TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  bits INTEGER NOT NULL CHECK (bits IN (8, 16)),
  at_ms INTEGER NOT NULL
) STRICT;

-- Densities of a strip's end, as one document; of the scan a small picture is kept, and it is never required.
CREATE TABLE measures (
  id TEXT PRIMARY KEY,
  run_id TEXT NOT NULL REFERENCES runs (id),
  roll_id TEXT REFERENCES rolls (id),
  scanner TEXT NOT NULL,
  document TEXT NOT NULL,
  picture BLOB,
  good INTEGER NOT NULL CHECK (good IN (0, 1)),
  at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE INDEX measures_by_run ON measures (run_id) WHERE deleted_at_ms IS NULL;

-- A short run of some baths on film that was developed before.
ALTER TABLE runs ADD COLUMN repairs TEXT REFERENCES runs (id);
CREATE INDEX runs_by_repair ON runs (repairs) WHERE repairs IS NOT NULL;

-- What a run is found by. An index over the rows above: it can be made anew from them at any time.
CREATE TABLE run_search (
  number INTEGER PRIMARY KEY,
  run_id TEXT NOT NULL UNIQUE REFERENCES runs (id),
  verdict TEXT
) STRICT;

CREATE VIRTUAL TABLE run_words USING fts5 (names, films, notes, lessons, causes, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3');

INSERT INTO run_search (run_id) SELECT id FROM runs WHERE ended_at_ms IS NOT NULL ORDER BY ended_at_ms;
INSERT INTO run_words (rowid, names, films, notes, lessons, causes)
SELECT run_search.number,
  (SELECT coalesce(group_concat(name, ' '), '') FROM rolls WHERE rolls.run_id = runs.id) || ' ' || coalesce(json_extract(plan, '$.title'), ''),
  (SELECT coalesce(group_concat(film || ' ' || place || ' ' || note, ' '), '') FROM rolls WHERE rolls.run_id = runs.id),
  runs.verdict || ' ' || (SELECT coalesce(group_concat(json_extract(document, '$.text'), ' '), '') FROM run_events
    WHERE run_events.run_id = runs.id AND kind = 'note'),
  '', ''
FROM run_search JOIN runs ON runs.id = run_search.run_id;

-- A book that was read in: what it added and replaced, so that one press takes it back.
CREATE TABLE book_imports (
  id TEXT PRIMARY KEY,
  at_ms INTEGER NOT NULL,
  file_name TEXT NOT NULL,
  undo TEXT NOT NULL,
  undone_at_ms INTEGER
) STRICT;
