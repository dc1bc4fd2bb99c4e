-- A tank for two reels takes less for one; a drum stands in a machine that holds a temperature. All three unknown: the
-- tank takes what it takes, and stands where its owner's habits have it.
ALTER TABLE tanks ADD COLUMN volume_one_ml REAL CHECK (volume_one_ml > 0);
ALTER TABLE tanks ADD COLUMN stands TEXT CHECK (stands IN ('air', 'bath', 'machine'));
ALTER TABLE tanks ADD COLUMN machine_c REAL;
-- How a film was done last time is looked up by its name whenever it is planned.
CREATE INDEX rolls_by_film ON rolls (film, run_id) WHERE run_id IS NOT NULL;
