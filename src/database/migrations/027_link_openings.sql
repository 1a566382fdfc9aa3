-- Up Migration

-- How often a link was opened: a count, and nothing of who did.
ALTER TABLE share_links ADD COLUMN openings integer NOT NULL DEFAULT 0 CHECK (openings >= 0);

-- Down Migration

ALTER TABLE share_links DROP COLUMN openings;
