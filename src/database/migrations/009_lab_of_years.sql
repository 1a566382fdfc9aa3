-- Up Migration

-- A lab that lives for years: its entries are cited by many round-ups, its runs have their day, and what comes in a
-- second time is recognised.

-- A time without offset is taken as UTC: ages are told in days and months. What is no time has none.
CREATE FUNCTION time_written(written text) RETURNS timestamptz LANGUAGE plpgsql IMMUTABLE SET timezone = 'UTC' AS $$
BEGIN
  RETURN CASE WHEN written = '' THEN NULL ELSE written::timestamptz END;
EXCEPTION WHEN others THEN
  RETURN NULL;
END $$;

ALTER TABLE runs
  ADD COLUMN measured_at   timestamptz GENERATED ALWAYS AS (time_written(started_at)) STORED,
  -- Digest of the log as it was measured, by which the same log is known again; empty where there is none.
  ADD COLUMN trace_digest  text NOT NULL DEFAULT '';
CREATE INDEX ON runs (trace_digest) WHERE trace_digest <> '';

ALTER TABLE round_ups
  -- When the work on it began, which may be before it came into this lab.
  ADD COLUMN began_at     timestamptz NOT NULL DEFAULT now(),
  -- What its bundles are known again by, whatever it is called meanwhile.
  ADD COLUMN package_id   text NOT NULL DEFAULT gen_random_uuid()::text,
  ADD COLUMN archived_at  timestamptz,
  ADD COLUMN deleted_at   timestamptz;
UPDATE round_ups r SET began_at = least(r.created_at, (
  SELECT min(u.measured_at) FROM round_up_entries c JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id
  WHERE c.round_up_id = r.id));

-- Deleting is a mark, so that it can be taken back; nobody works on what is deleted.
CREATE INDEX ON round_ups (package_id);
CREATE VIEW live_round_ups AS SELECT * FROM round_ups WHERE deleted_at IS NULL;

-- Down Migration

DROP VIEW live_round_ups;
ALTER TABLE round_ups DROP COLUMN began_at, DROP COLUMN package_id, DROP COLUMN archived_at, DROP COLUMN deleted_at;
ALTER TABLE runs DROP COLUMN measured_at, DROP COLUMN trace_digest;
DROP FUNCTION time_written;
