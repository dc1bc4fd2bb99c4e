-- What a run does is one entry for each bottle that it was poured from, and none for others (domain.md 15, one effect).
-- Entries that are one act share it: they are taken back together.
CREATE TABLE entries_of_bottles (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  batch_id TEXT NOT NULL REFERENCES batches (id),
  kind TEXT NOT NULL,
  on_day TEXT NOT NULL,
  at_ms INTEGER NOT NULL,
  bottle_number INTEGER REFERENCES bottles (number),
  -- A run: roll equivalents that went through this bottle, and of them those that its solution has seen and kept.
  rolls REAL,
  wears REAL,
  -- A run: what was drawn over all its pours. Emptied: what went into the jug.
  ml REAL,
  returned_ml REAL,
  returned INTEGER CHECK (returned IN (0, 1)),
  remjet INTEGER NOT NULL DEFAULT 0 CHECK (remjet IN (0, 1)),
  -- Film that had been through before: a repair is no roll of the batch.
  again INTEGER NOT NULL DEFAULT 0 CHECK (again IN (0, 1)),
  days REAL,
  what TEXT,
  note TEXT NOT NULL DEFAULT '',
  run_id TEXT REFERENCES runs (id),
  act TEXT NOT NULL,
  undoes TEXT UNIQUE REFERENCES entries_of_bottles (id)
) STRICT;

INSERT INTO entries_of_bottles
  (id, batch_id, kind, on_day, at_ms, bottle_number, rolls, wears, ml, returned_ml, returned, remjet, again, days, what, note, run_id, act, undoes)
WITH
-- Runs through a batch as a whole, with the bottles that stood in it then and were poured.
whole AS (SELECT * FROM bottle_entries WHERE kind = 'run' AND bottle_number IS NULL),
candidates AS (
  SELECT whole.id AS entry, bottles.number AS number, bottles.kind AS bottle_kind, bottles.after AS after,
    coalesce(
      (SELECT json_array(CASE WHEN moved.what IS NULL THEN NULL ELSE moved.batch_id END, moved.what)
       FROM bottle_entries AS moved
       WHERE moved.kind = 'moved' AND moved.bottle_number = bottles.number AND (moved.on_day, moved.seq) < (whole.on_day, whole.seq)
         AND NOT EXISTS (SELECT 1 FROM bottle_entries AS counter WHERE counter.undoes = moved.id)
       ORDER BY moved.on_day DESC, moved.seq DESC LIMIT 1),
      json_array(bottles.mixed_in, bottles.bath)) AS place
  FROM whole JOIN bottles ON bottles.number IN (
    SELECT number FROM bottles AS mixed WHERE mixed.mixed_in = whole.batch_id
    UNION SELECT bottle_number FROM bottle_entries WHERE kind = 'moved' AND batch_id = whole.batch_id)
),
poured AS (
  SELECT candidates.* FROM candidates JOIN whole ON whole.id = candidates.entry
  WHERE json_extract(place, '$[0]') = whole.batch_id AND (whole.run_id IS NULL OR EXISTS (
    SELECT 1 FROM runs, json_each(runs.plan, '$.steps') AS step
    WHERE runs.id = whole.run_id AND json_extract(step.value, '$.bottle') IS NOT NULL
      AND json_extract(step.value, '$.bath') = json_extract(place, '$[1]')))
),
runs_by_bottle AS (
  SELECT whole.*, poured.number AS number, poured.bottle_kind AS bottle_kind, poured.after AS after, 0 AS was_repair,
    whole.id || '-B' || poured.number AS new_id
  FROM whole JOIN poured ON poured.entry = whole.id
  UNION ALL
  SELECT entry.*, entry.bottle_number, bottles.kind, bottles.after, 1, entry.id
  FROM bottle_entries AS entry JOIN bottles ON bottles.number = entry.bottle_number WHERE entry.kind = 'run'
)
SELECT id, batch_id, kind, on_day, at_ms, bottle_number, rolls, wears, ml, returned_ml, returned, remjet, again, days, what, note, run_id, act, undoes
FROM (
  SELECT seq, number AS place, new_id AS id, batch_id, kind, on_day, at_ms, number AS bottle_number, rolls,
    CASE WHEN returned = 1 AND after = 'return' THEN rolls ELSE 0.0 END AS wears, coalesce(ml, 0.0) AS ml,
    CASE WHEN returned = 1 AND after = 'return'
      THEN coalesce(min(returned_ml, ml), max(0.0, coalesce(ml, 0.0) - (5.0 + 8.0 * rolls))) ELSE 0.0 END AS returned_ml,
    CASE WHEN returned = 1 AND after = 'return' THEN 1 ELSE 0 END AS returned,
    CASE WHEN bottle_kind IN ('developer', 'first-developer', 'colour-developer') THEN remjet ELSE 0 END AS remjet,
    was_repair AS again, days, what, note, run_id, coalesce(run_id, id) AS act, NULL AS undoes
  FROM runs_by_bottle
  UNION ALL
  -- A run that was taken back is taken back bottle by bottle.
  SELECT counter.seq, runs_by_bottle.number, counter.id || '-B' || runs_by_bottle.number, counter.batch_id, 'undone', counter.on_day,
    counter.at_ms, NULL, NULL, NULL, NULL, NULL, NULL, 0, 0, NULL, NULL, counter.note, counter.run_id, counter.id, runs_by_bottle.new_id
  FROM bottle_entries AS counter JOIN runs_by_bottle ON runs_by_bottle.id = counter.undoes
  UNION ALL
  SELECT seq, 0, id, batch_id, kind, on_day, at_ms, bottle_number, rolls, NULL, ml, returned_ml, returned, remjet, 0, days, what, note, run_id,
    CASE WHEN kind = 'moved' AND id LIKE '%-made-room' THEN substr(id, 1, length(id) - 10) ELSE id END, undoes
  FROM bottle_entries
  WHERE kind <> 'run' AND (undoes IS NULL OR undoes NOT IN (SELECT id FROM bottle_entries WHERE kind = 'run'))
)
ORDER BY seq, place;

DROP TABLE bottle_entries;
ALTER TABLE entries_of_bottles RENAME TO bottle_entries;

CREATE INDEX entries_by_batch ON bottle_entries (batch_id, seq);
CREATE INDEX entries_by_act ON bottle_entries (act);
CREATE INDEX entries_by_run ON bottle_entries (run_id) WHERE run_id IS NOT NULL;
CREATE INDEX entries_by_bottle ON bottle_entries (bottle_number, seq) WHERE bottle_number IS NOT NULL;
CREATE INDEX entries_spent ON bottle_entries (bottle_number, ml) WHERE kind IN ('emptied', 'poured-away') OR returned = 0;
CREATE INDEX entries_moved ON bottle_entries (bottle_number, batch_id) WHERE kind = 'moved';
CREATE INDEX entries_of_runs ON bottle_entries (on_day, batch_id, act, rolls) WHERE kind = 'run';

-- The evening that goes on is asked for on every page.
CREATE INDEX runs_open ON runs (state, session_id, position) WHERE state IN ('live', 'queued');
