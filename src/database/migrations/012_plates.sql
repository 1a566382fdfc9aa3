-- Up Migration

-- What was measured of a plate is written of the entry whose sample it is.
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate'));

-- Down Migration

DELETE FROM sheets WHERE kind = 'plate';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry'));
