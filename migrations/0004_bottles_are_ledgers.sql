-- What was counted on a batch becomes entries: rolls done, remjet, volume are folds over them (domain.md 15).
-- A batch pins the kit document that it was mixed from.

CREATE TABLE bottle_entries (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  batch_id TEXT NOT NULL REFERENCES batches (id),
  kind TEXT NOT NULL,
  on_day TEXT NOT NULL,
  at_ms INTEGER NOT NULL,
  -- The bottle's bath, where the entry concerns one bottle alone.
  bottle TEXT,
  rolls REAL,
  ml REAL,
  days REAL,
  returned INTEGER CHECK (returned IN (0, 1)),
  remjet INTEGER NOT NULL DEFAULT 0 CHECK (remjet IN (0, 1)),
  -- An incident's what, a test's result.
  what TEXT,
  note TEXT NOT NULL DEFAULT '',
  run_id TEXT REFERENCES runs (id),
  -- A counter-entry: the entry it takes out of account.
  undoes TEXT UNIQUE REFERENCES bottle_entries (id)
) STRICT;

CREATE INDEX entries_by_batch ON bottle_entries (batch_id, seq);
CREATE INDEX entries_by_run ON bottle_entries (run_id) WHERE run_id IS NOT NULL;

INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, rolls, ml, returned, remjet, run_id)
SELECT 'run-' || runs.id, runs.batch_id, 'run', date(runs.ended_at_ms / 1000, 'unixepoch', 'localtime'), runs.ended_at_ms,
  runs.run_rolls, coalesce(json_extract(runs.plan, '$.tank.volumeMl'), 0), 1, runs.seen_remjet, runs.id
FROM runs WHERE runs.state = 'finished' AND runs.ended_at_ms IS NOT NULL ORDER BY runs.ended_at_ms;

-- What was counted beside finished runs: rolls from before the book, of runs given up, and corrections by hand.
INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, rolls, note)
SELECT 'carried-' || batches.id, batches.id,
  CASE WHEN batches.rolls_done >= counted.rolls THEN 'carried-over' ELSE 'corrected' END,
  batches.mixed_on, batches.added_at_ms, round(batches.rolls_done - counted.rolls, 3), 'As counted before entries were kept.'
FROM batches
JOIN (
  SELECT batches.id, coalesce(sum(bottle_entries.rolls), 0) AS rolls
  FROM batches LEFT JOIN bottle_entries ON bottle_entries.batch_id = batches.id GROUP BY batches.id
) AS counted ON counted.id = batches.id
WHERE abs(batches.rolls_done - counted.rolls) > 0.0005;

INSERT INTO bottle_entries (id, batch_id, kind, on_day, at_ms, what, note)
SELECT 'remjet-' || batches.id, batches.id, 'incident', batches.mixed_on, batches.added_at_ms, 'remjet', 'As marked before entries were kept.'
FROM batches
WHERE batches.seen_remjet = 1
  AND NOT EXISTS (SELECT 1 FROM bottle_entries WHERE bottle_entries.batch_id = batches.id AND bottle_entries.remjet = 1);

ALTER TABLE batches DROP COLUMN rolls_done;
ALTER TABLE batches DROP COLUMN seen_remjet;

-- Empty only until the line below has filled it; every later batch is stored with its document.
ALTER TABLE batches ADD COLUMN kit_document TEXT NOT NULL DEFAULT '';
UPDATE batches SET kit_document = (SELECT document FROM kits WHERE kits.id = batches.kit_id);
