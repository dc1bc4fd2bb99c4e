-- What a film is developed at is an answer of its own beside what it was exposed at (domain.md 12): absent, as exposed,
-- or, of film that is out of date, as its box says.
ALTER TABLE rolls ADD COLUMN develop_speed INTEGER CHECK (develop_speed > 0);
