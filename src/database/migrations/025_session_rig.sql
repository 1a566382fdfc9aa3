-- Up Migration

-- A round-up measures on more than one rig: what was left out on one is still to be done on the other.
ALTER TABLE bench_sessions ADD COLUMN rig_revision_id integer REFERENCES rig_revisions;
UPDATE bench_sessions b SET rig_revision_id = r.rig_revision_id FROM round_ups r WHERE r.id = b.round_up_id;
ALTER TABLE bench_sessions ALTER COLUMN rig_revision_id SET NOT NULL;

-- Down Migration

ALTER TABLE bench_sessions DROP COLUMN rig_revision_id;
