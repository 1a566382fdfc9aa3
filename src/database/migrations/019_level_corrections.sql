-- Up Migration

-- A meter found off, corrected on request: what is added to the level of a run, how sure it is, and by what it is known. The readings
-- stay as they were read.
ALTER TABLE runs
  ADD COLUMN level_correction_db       double precision CHECK (level_correction_db BETWEEN -20 AND 20),
  ADD COLUMN level_correction_doubt_db double precision CHECK (level_correction_doubt_db BETWEEN 0 AND 20),
  ADD COLUMN level_correction_why      text NOT NULL DEFAULT '',
  ADD CHECK ((level_correction_db IS NULL) = (level_correction_doubt_db IS NULL));

-- Down Migration

ALTER TABLE runs
  DROP COLUMN level_correction_db, DROP COLUMN level_correction_doubt_db, DROP COLUMN level_correction_why;
