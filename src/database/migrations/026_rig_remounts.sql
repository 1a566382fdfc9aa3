-- Up Migration

-- What a rig's remounts scattered by where it came from, of entries that are not in this lab: it came with a bundle.
ALTER TABLE rig_revisions ADD COLUMN remounts jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(remounts) = 'array');

-- Down Migration

ALTER TABLE rig_revisions DROP COLUMN remounts;
