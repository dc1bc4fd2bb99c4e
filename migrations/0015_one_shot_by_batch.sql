-- Whether a batch is used again and extended, or each filling of it once; unknown, as its owner's habits have it.
ALTER TABLE batches ADD COLUMN solution TEXT CHECK (solution IN ('returned', 'one-shot'));
