-- Durations in whole seconds, volumes in ml, temperatures in °C, instants in epoch milliseconds, money in cents.
-- JSON only for whole documents: kits, a run's frozen plan, one event, one settings page.

CREATE TABLE kits (
  id TEXT PRIMARY KEY,
  document TEXT NOT NULL,
  shipped INTEGER NOT NULL CHECK (shipped IN (0, 1)),
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE TABLE batches (
  id TEXT PRIMARY KEY,
  kit_id TEXT NOT NULL REFERENCES kits (id),
  name TEXT NOT NULL,
  volume_ml REAL NOT NULL CHECK (volume_ml > 0),
  mixed_on TEXT NOT NULL,
  price_cents INTEGER,
  rolls_done REAL NOT NULL DEFAULT 0 CHECK (rolls_done >= 0),
  seen_remjet INTEGER NOT NULL DEFAULT 0 CHECK (seen_remjet IN (0, 1)),
  note TEXT NOT NULL DEFAULT '',
  added_at_ms INTEGER NOT NULL,
  retired_at_ms INTEGER
) STRICT;

CREATE TABLE tanks (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  method TEXT NOT NULL CHECK (method IN ('inversion', 'stick', 'rotary')),
  volume_ml REAL NOT NULL CHECK (volume_ml > 0),
  fill_s INTEGER NOT NULL CHECK (fill_s >= 0),
  drain_s INTEGER NOT NULL CHECK (drain_s >= 0),
  heat_jk REAL,
  cooling_per_min REAL,
  reel_sets INTEGER NOT NULL DEFAULT 1,
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE TABLE tank_places (
  tank_id TEXT NOT NULL REFERENCES tanks (id) ON DELETE CASCADE,
  family TEXT NOT NULL,
  places INTEGER NOT NULL CHECK (places > 0),
  PRIMARY KEY (tank_id, family)
) STRICT;

CREATE TABLE thermometers (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  offset_c REAL NOT NULL DEFAULT 0,
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE TABLE sessions (
  id TEXT PRIMARY KEY,
  started_at_ms INTEGER NOT NULL
) STRICT;

CREATE TABLE runs (
  id TEXT PRIMARY KEY,
  session_id TEXT NOT NULL REFERENCES sessions (id),
  position INTEGER NOT NULL,
  batch_id TEXT NOT NULL REFERENCES batches (id),
  tank_id TEXT NOT NULL REFERENCES tanks (id),
  plan TEXT NOT NULL,
  run_rolls REAL NOT NULL,
  seen_remjet INTEGER NOT NULL DEFAULT 0 CHECK (seen_remjet IN (0, 1)),
  state TEXT NOT NULL CHECK (state IN ('queued', 'live', 'finished', 'given-up', 'cancelled')),
  ended_at_ms INTEGER,
  verdict TEXT NOT NULL DEFAULT ''
) STRICT;

-- One pair of hands: at most one run is live.
CREATE UNIQUE INDEX one_live_run ON runs (state) WHERE state = 'live';
CREATE INDEX runs_by_end ON runs (ended_at_ms);
CREATE INDEX runs_by_session ON runs (session_id, position);

CREATE TABLE rolls (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  film TEXT NOT NULL,
  process TEXT NOT NULL CHECK (process IN ('C-41', 'E-6', 'ECN-2')),
  format TEXT NOT NULL,
  count INTEGER NOT NULL DEFAULT 1 CHECK (count > 0),
  box_speed INTEGER NOT NULL CHECK (box_speed > 0),
  exposed_speed INTEGER NOT NULL CHECK (exposed_speed > 0),
  treatment TEXT NOT NULL DEFAULT 'normal',
  keeper INTEGER NOT NULL DEFAULT 0 CHECK (keeper IN (0, 1)),
  expired_year INTEGER,
  place TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  state TEXT NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'developing', 'developed', 'spoilt')),
  run_id TEXT REFERENCES runs (id),
  added_at_ms INTEGER NOT NULL,
  deleted_at_ms INTEGER
) STRICT;

CREATE INDEX rolls_by_state ON rolls (state, added_at_ms) WHERE deleted_at_ms IS NULL;
CREATE INDEX rolls_by_run ON rolls (run_id);

CREATE TABLE run_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  run_id TEXT NOT NULL REFERENCES runs (id),
  id TEXT NOT NULL UNIQUE,
  at_ms INTEGER NOT NULL,
  kind TEXT NOT NULL,
  document TEXT NOT NULL
) STRICT;

CREATE INDEX events_by_run ON run_events (run_id, seq);

CREATE TABLE settings (
  name TEXT PRIMARY KEY,
  document TEXT NOT NULL
) STRICT;
