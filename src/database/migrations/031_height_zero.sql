-- Up Migration

-- The form and the line-up CSV take a height of 0.
ALTER TABLE entries DROP CONSTRAINT entries_height_mm_check;
ALTER TABLE entries ADD CONSTRAINT entries_height_mm_check CHECK (height_mm >= 0);

-- Down Migration

UPDATE entries SET height_mm = NULL WHERE height_mm = 0;
ALTER TABLE entries DROP CONSTRAINT entries_height_mm_check;
ALTER TABLE entries ADD CONSTRAINT entries_height_mm_check CHECK (height_mm > 0);
