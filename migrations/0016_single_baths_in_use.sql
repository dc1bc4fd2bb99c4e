-- How long a snip took to clear: a fixer’s time is twice that. Unknown, where a test said no time.
ALTER TABLE bottle_entries ADD COLUMN seconds REAL CHECK (seconds > 0);
-- What stands in the bath for this tank: its bottles, or what is poured of them, in jugs of their own. Unknown, the bottles.
ALTER TABLE tanks ADD COLUMN warms TEXT CHECK (warms IN ('bottle', 'portion'));
