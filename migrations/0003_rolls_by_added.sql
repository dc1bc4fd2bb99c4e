-- The rolls page lists the newest first, whatever their state.
CREATE INDEX rolls_by_added ON rolls (added_at_ms DESC, id) WHERE deleted_at_ms IS NULL;
