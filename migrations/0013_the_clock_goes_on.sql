-- By what the server's clock stood when something last happened at the Bench: a machine whose clock is put right while it
-- is started again goes on from there. One row; no part of a book.
CREATE TABLE clock_mark (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  at_ms INTEGER NOT NULL,
  boot TEXT NOT NULL,
  up_ms INTEGER NOT NULL
) STRICT;
