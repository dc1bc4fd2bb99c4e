-- Bottles become rows: they outlive their batch, have a code on their label, and move from one batch to another.

CREATE TABLE bottles (
  -- The code on its label: B17.
  number INTEGER PRIMARY KEY AUTOINCREMENT,
  -- The batch it was mixed in; its kit's document there says what it is.
  mixed_in TEXT NOT NULL REFERENCES batches (id),
  bath TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  after TEXT NOT NULL CHECK (after IN ('return', 'discard')),
  volume_ml REAL NOT NULL CHECK (volume_ml > 0),
  mixed_on TEXT NOT NULL,
  cap TEXT NOT NULL DEFAULT '',
  UNIQUE (mixed_in, bath)
) STRICT;

INSERT INTO bottles (mixed_in, bath, name, kind, after, volume_ml, mixed_on)
SELECT batches.id, json_extract(bath.value, '$.id'), json_extract(bath.value, '$.name'), json_extract(bath.value, '$.kind'),
  coalesce(json_extract(bath.value, '$.after'), 'return'), batches.volume_ml, batches.mixed_on
FROM batches, json_each(batches.kit_document, '$.baths') AS bath
WHERE json_extract(bath.value, '$.kind') NOT IN ('prewash', 'rinse', 'wash', 'remjet-rinse')
ORDER BY batches.added_at_ms, batches.rowid, bath.key;

-- An entry about one bottle names its row. It stays true when the bottle stands in another batch.
ALTER TABLE bottle_entries ADD COLUMN bottle_number INTEGER REFERENCES bottles (number);
UPDATE bottle_entries SET bottle_number =
  (SELECT number FROM bottles WHERE bottles.mixed_in = bottle_entries.batch_id AND bottles.bath = bottle_entries.bottle)
WHERE bottle IS NOT NULL;
ALTER TABLE bottle_entries DROP COLUMN bottle;
-- What really came back of what a run drew, where somebody measured it.
ALTER TABLE bottle_entries ADD COLUMN returned_ml REAL;
CREATE INDEX entries_by_bottle ON bottle_entries (bottle_number, seq) WHERE bottle_number IS NOT NULL;
-- A shelf of many years asks for few of its entries: what went into the jugs, what changed places, what was run lately.
CREATE INDEX entries_spent ON bottle_entries (kind, bottle_number, ml) WHERE kind IN ('emptied', 'poured-away');
CREATE INDEX entries_one_shot ON bottle_entries (batch_id, ml) WHERE returned = 0;
CREATE INDEX entries_moved ON bottle_entries (bottle_number, batch_id) WHERE kind = 'moved';
CREATE INDEX entries_of_runs ON bottle_entries (on_day, batch_id, rolls) WHERE kind = 'run';

-- A kit as it was bought.
CREATE TABLE boxes (
  id TEXT PRIMARY KEY,
  kit_id TEXT NOT NULL REFERENCES kits (id),
  bought_on TEXT NOT NULL,
  opened_on TEXT,
  good_until TEXT,
  price_cents INTEGER,
  note TEXT NOT NULL DEFAULT '',
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

ALTER TABLE batches ADD COLUMN box_id TEXT REFERENCES boxes (id);
CREATE INDEX batches_by_box ON batches (box_id) WHERE box_id IS NOT NULL;

-- A mixing is a run of its own: its plan frozen, its acts appended.
CREATE TABLE mixings (
  id TEXT PRIMARY KEY,
  kit_id TEXT NOT NULL REFERENCES kits (id),
  kit_document TEXT NOT NULL,
  box_id TEXT REFERENCES boxes (id),
  price_cents INTEGER,
  plan TEXT NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('mixing', 'shelved', 'given-up')),
  batch_id TEXT REFERENCES batches (id),
  begun_at_ms INTEGER NOT NULL
) STRICT;

CREATE INDEX mixings_open ON mixings (begun_at_ms) WHERE state = 'mixing';

CREATE TABLE mixing_acts (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  mixing_id TEXT NOT NULL REFERENCES mixings (id),
  id TEXT NOT NULL UNIQUE,
  at_ms INTEGER NOT NULL,
  kind TEXT NOT NULL,
  step TEXT
) STRICT;

CREATE INDEX acts_by_mixing ON mixing_acts (mixing_id, seq);

-- Jugs of spent solution that were taken to a collection point.
CREATE TABLE hand_overs (
  id TEXT PRIMARY KEY,
  jug TEXT NOT NULL CHECK (jug IN ('developers', 'silver-bearing', 'others')),
  on_day TEXT NOT NULL,
  ml REAL NOT NULL CHECK (ml > 0),
  note TEXT NOT NULL DEFAULT '',
  at_ms INTEGER NOT NULL,
  undone_at_ms INTEGER
) STRICT;

-- What a kit's safety sheet says, typed in or kept as a file beside the database.
CREATE TABLE safety_sheets (
  kit_id TEXT PRIMARY KEY REFERENCES kits (id),
  contains TEXT NOT NULL DEFAULT '',
  file_name TEXT,
  file TEXT,
  bytes INTEGER,
  changed_at_ms INTEGER NOT NULL
) STRICT;
