-- Up Migration

-- Three questions of a page are about the runs of one rig revision: how many it has, its course over the months, controls without a time.
CREATE INDEX runs_revision ON runs (rig_revision_id) WHERE deleted_at IS NULL;

-- Down Migration

DROP INDEX runs_revision;
