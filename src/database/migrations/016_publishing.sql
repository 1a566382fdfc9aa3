-- Up Migration

ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case', 'prices', 'verdict'));

-- A verdict as it was published: its data as a bundle and its report, byte for byte. Nothing later touches them.
CREATE TABLE publications (
  id             integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  round_up_id    integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  version        integer NOT NULL CHECK (version > 0),
  published_at   timestamptz NOT NULL,
  who            text NOT NULL DEFAULT '',
  embargo_until  timestamptz,
  -- Why a later version corrects the one before, and what it changes in figures and places.
  reason         text NOT NULL DEFAULT '',
  changes        jsonb NOT NULL DEFAULT '[]',
  -- All corrections as its report prints them: what was covered since goes by its cover in later ones alone.
  corrections    jsonb NOT NULL DEFAULT '[]',
  -- The order by which two versions are compared.
  figures        jsonb NOT NULL,
  bundle         bytea NOT NULL,
  report         bytea NOT NULL,
  UNIQUE (round_up_id, version)
);
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON publications FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- One page for one version at an address that cannot be guessed.
CREATE TABLE share_links (
  token           text PRIMARY KEY,
  publication_id  integer NOT NULL REFERENCES publications ON DELETE CASCADE,
  created_at      timestamptz NOT NULL DEFAULT now(),
  ends_at         timestamptz,
  revoked_at      timestamptz
);
CREATE INDEX share_links_publication ON share_links (publication_id);

-- Down Migration

DROP TABLE share_links;
DROP TABLE publications;
DELETE FROM sheets WHERE kind = 'verdict';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case', 'prices'));
