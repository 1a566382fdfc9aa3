-- Up Migration

-- Largest step of the logged level within the window, dB: a clock that is off, or a fan that hunts.
ALTER TABLE reductions ADD COLUMN level_moved_db double precision NOT NULL DEFAULT 0;

-- Down Migration

ALTER TABLE reductions DROP COLUMN level_moved_db;
