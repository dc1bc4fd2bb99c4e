-- A tank in the bath cools (and warms) otherwise than in the air; what it is made of gives the usual figures.
ALTER TABLE tanks ADD COLUMN cooling_in_bath_per_min REAL;
ALTER TABLE tanks ADD COLUMN material TEXT NOT NULL DEFAULT 'plastic' CHECK (material IN ('plastic', 'steel', 'rotary'));
UPDATE tanks SET material = CASE WHEN method = 'rotary' THEN 'rotary' WHEN name LIKE '%steel%' THEN 'steel' ELSE 'plastic' END;
-- A thermometer compared at two temperatures has a slope: shown = c + offset_c + slope × (c − slope_at_c).
ALTER TABLE thermometers ADD COLUMN slope REAL NOT NULL DEFAULT 0;
ALTER TABLE thermometers ADD COLUMN slope_at_c REAL NOT NULL DEFAULT 38;
-- Whatever asks for the runs that wait must not read the finished ones.
CREATE INDEX waiting_runs ON runs (state, session_id, position) WHERE state = 'queued';
CREATE INDEX runs_by_batch ON runs (batch_id, ended_at_ms);
