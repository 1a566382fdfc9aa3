-- Up Migration

-- Deciding and planning: what people write about a round-up, a rig, a product, a sample or an entry.

-- A sheet is what was written of one thing as a whole, checked by its schema before it comes here. Pages and exports take
-- it whole, so it is not spread over columns; what is searched or joined by stays a column of its own table, kept in step
-- in the same transaction.
CREATE TABLE sheets (
  kind     text NOT NULL CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry')),
  -- Id of the round-up, rig, rig revision, product, sample or entry.
  owner    integer NOT NULL,
  version  integer NOT NULL DEFAULT 1,
  body     jsonb NOT NULL,
  PRIMARY KEY (kind, owner)
);

CREATE TABLE sheet_changes (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind        text NOT NULL,
  owner       integer NOT NULL,
  changed_at  timestamptz NOT NULL DEFAULT now(),
  who         text NOT NULL,
  reason      text NOT NULL,
  was         jsonb,
  is_now      jsonb NOT NULL
);
CREATE INDEX ON sheet_changes (kind, owner, id);

-- Briefs kept by name, to begin other round-ups from.
CREATE TABLE methods (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name        text NOT NULL UNIQUE CHECK (name <> ''),
  body        jsonb NOT NULL,
  changed_at  timestamptz NOT NULL DEFAULT now()
);

-- Makers change products under one name.
ALTER TABLE products
  ADD COLUMN revision text NOT NULL DEFAULT '',
  DROP CONSTRAINT products_maker_name_kind_key,
  ADD UNIQUE (maker, name, kind, revision);

CREATE TABLE samples (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id  integer NOT NULL REFERENCES products,
  label       text NOT NULL CHECK (label <> ''),
  UNIQUE (product_id, label)
);

ALTER TABLE entries
  -- Empty where nobody noted which sample it was.
  ADD COLUMN sample_id   integer REFERENCES samples,
  -- Stands in for maker and product wherever the entry is shown; empty where nothing is covered.
  ADD COLUMN cover_name  text NOT NULL DEFAULT '';

-- Two revisions may stand alike: what was changed in between can have been changed back.
ALTER TABLE rig_revisions
  DROP CONSTRAINT rig_revisions_rig_id_enclosure_meter_distance_cm_limit_c_key,
  ADD COLUMN started_at  timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN reason      text NOT NULL DEFAULT '';

CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON sheets FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON samples FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Down Migration

DROP TRIGGER wrote ON sheets;
ALTER TABLE rig_revisions DROP COLUMN started_at, DROP COLUMN reason,
  ADD UNIQUE (rig_id, enclosure, meter_distance_cm, limit_c);
ALTER TABLE entries DROP COLUMN sample_id, DROP COLUMN cover_name;
DROP TABLE samples;
ALTER TABLE products DROP CONSTRAINT products_maker_name_kind_revision_key, DROP COLUMN revision,
  ADD UNIQUE (maker, name, kind);
DROP TABLE methods, sheet_changes, sheets;
