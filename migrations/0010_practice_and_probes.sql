-- Practice: whole runs in a kitchen that is made up, told again by their seed. They touch no roll, batch or run.
CREATE TABLE practices (
  id TEXT PRIMARY KEY,
  scene TEXT NOT NULL,
  seed INTEGER NOT NULL,
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  started_at_ms INTEGER NOT NULL,
  -- Where its own clock was set going at a speed: what the house's clock said, and what its own did.
  clock TEXT NOT NULL CHECK (json_valid(clock)),
  ended_at_ms INTEGER,
  -- What its report came to when it ended: an index to find the best by, made from its events.
  marks INTEGER
) STRICT;
CREATE TABLE practice_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  practice_id TEXT NOT NULL REFERENCES practices (id) ON DELETE CASCADE,
  id TEXT NOT NULL UNIQUE,
  document TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
CREATE INDEX practice_events_of ON practice_events (practice_id, seq);

-- A thermometer that sends by itself. Its token is known to it alone; here lies what it is checked against.
CREATE TABLE probes (
  name TEXT PRIMARY KEY,
  token_sha256 TEXT NOT NULL,
  -- tank, tub, bottle: with a bath, or nothing yet.
  reads TEXT,
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;
-- What it sent, each instant once; kept for a day. What counts for a run goes into the run's own events.
CREATE TABLE probe_readings (
  probe TEXT NOT NULL REFERENCES probes (name) ON DELETE CASCADE,
  at_ms INTEGER NOT NULL,
  c REAL NOT NULL,
  heard_at_ms INTEGER NOT NULL,
  PRIMARY KEY (probe, at_ms)
) STRICT, WITHOUT ROWID;
CREATE TABLE probe_set_aside (
  id INTEGER PRIMARY KEY,
  probe TEXT NOT NULL REFERENCES probes (name) ON DELETE CASCADE,
  at_ms INTEGER NOT NULL,
  c REAL NOT NULL,
  why TEXT NOT NULL,
  heard_at_ms INTEGER NOT NULL
) STRICT;
CREATE INDEX probe_set_aside_of ON probe_set_aside (probe, heard_at_ms);

-- A heater that asks what it should hold and says what it does.
CREATE TABLE heaters (
  name TEXT PRIMARY KEY,
  token_sha256 TEXT NOT NULL,
  set_c REAL,
  runs_at_c REAL,
  heats INTEGER,
  told_at_ms INTEGER,
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;
