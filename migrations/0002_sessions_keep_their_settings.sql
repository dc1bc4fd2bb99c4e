-- What a session was set to (batches, tanks, temperatures, habits), so that it can be planned like that again.
ALTER TABLE sessions ADD COLUMN draft TEXT NOT NULL DEFAULT '{}';
