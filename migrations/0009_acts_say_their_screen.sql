-- The name of the screen on which an act was made; null for the machine that keeps the book.
ALTER TABLE run_events ADD COLUMN made_on TEXT;
