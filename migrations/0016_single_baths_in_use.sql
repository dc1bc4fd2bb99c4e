-- How long a snip took to clear: a fixer’s time is twice that. Unknown, where a test said no time.
ALTER TABLE bottle_entries ADD COLUMN seconds REAL CHECK (seconds > 0);
-- What stands in the bath for this tank: its bottles, or what is poured of them, in jugs of their own. Unknown, the bottles.
ALTER TABLE tanks ADD COLUMN warms TEXT CHECK (warms IN ('bottle', 'portion'));
-- What was done last is asked whenever something is planned: the ends of finished runs, without reading their plans.
CREATE INDEX finished_by_end ON runs (ended_at_ms DESC, id) WHERE state = 'finished' AND repairs IS NULL;
