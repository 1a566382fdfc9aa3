-- Up Migration

-- Work by hand on runs: moved windows, deletion that can be taken back, and who changed what.

ALTER TABLE runs
  -- Counts the changes: whoever saves over a change that they have not seen is told, and nothing is overwritten.
  ADD COLUMN version           integer NOT NULL DEFAULT 1,
  -- A window moved by hand stands in for the automatic one, which can always be computed again.
  ADD COLUMN window_start_s    double precision,
  ADD COLUMN window_end_s      double precision,
  ADD COLUMN window_reason     text NOT NULL DEFAULT '',
  -- Half-width of the 95 % interval of a typed room reading, K.
  ADD COLUMN ambient_doubt_k   double precision CHECK (ambient_doubt_k >= 0),
  ADD COLUMN deleted_at        timestamptz,
  ADD CHECK ((window_start_s IS NULL) = (window_end_s IS NULL)),
  ADD CHECK (window_start_s < window_end_s),
  ADD CHECK ((window_start_s IS NULL) = (window_reason = ''));

-- A label may come again once the run that had it is deleted.
ALTER TABLE runs DROP CONSTRAINT runs_entry_id_rig_revision_id_label_key;
CREATE UNIQUE INDEX runs_label ON runs (entry_id, rig_revision_id, label) WHERE deleted_at IS NULL;

ALTER TABLE reductions
  ADD COLUMN running_away   boolean NOT NULL DEFAULT false,
  ADD COLUMN room_moved_k   double precision NOT NULL DEFAULT 0,
  -- Reductions made by an older rule are made again at the next start.
  ADD COLUMN rule_version   integer NOT NULL DEFAULT 1;

CREATE TABLE changes (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  run_id      integer NOT NULL REFERENCES runs ON DELETE CASCADE,
  changed_at  timestamptz NOT NULL DEFAULT now(),
  who         text NOT NULL,
  what        text NOT NULL,
  was         text NOT NULL,
  is_now      text NOT NULL
);
CREATE INDEX ON changes (run_id, id);

-- Down Migration

DROP TABLE changes;
ALTER TABLE reductions DROP COLUMN running_away, DROP COLUMN room_moved_k, DROP COLUMN rule_version;
DROP INDEX runs_label;
ALTER TABLE runs
  DROP COLUMN version, DROP COLUMN window_start_s, DROP COLUMN window_end_s, DROP COLUMN window_reason,
  DROP COLUMN ambient_doubt_k, DROP COLUMN deleted_at,
  ADD UNIQUE (entry_id, rig_revision_id, label);
