-- Up Migration

-- Recordings of a rig: clips of an entry at a setting, the calibrator's tone, and the room alone. What was heard in them is
-- kept beside them (core/sound/keptSound.ts), all levels re full scale, so that lists never touch samples and a calibration
-- that comes later changes nothing but what is computed from both.
CREATE TABLE recordings (
  id               integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  rig_revision_id  integer NOT NULL REFERENCES rig_revisions,
  kind             text NOT NULL CHECK (kind IN ('clip', 'calibration', 'room')),
  -- Of a clip alone; the run where the bench made it.
  entry_id         integer REFERENCES entries ON DELETE CASCADE,
  setting          text NOT NULL DEFAULT '',
  run_id           integer REFERENCES runs ON DELETE SET NULL,
  name             text NOT NULL CHECK (name <> ''),
  recorded_at      timestamptz NOT NULL,
  distance_cm      double precision,
  -- Of a calibration alone: the calibrator's level, and what full scale comes to by it, dB re 20 µPa.
  calibrator_db    double precision,
  full_scale_db    double precision,
  calibration_id   integer REFERENCES recordings ON DELETE SET NULL,
  room_id          integer REFERENCES recordings ON DELETE SET NULL,
  digest           text NOT NULL,
  size             bigint NOT NULL CHECK (size > 0),
  sound            jsonb NOT NULL,
  -- Why it is used all the same where something is wrong with it, and why it is not where nothing is.
  used_anyway      text NOT NULL DEFAULT '',
  set_aside        text NOT NULL DEFAULT '',
  CHECK ((kind = 'clip') = (entry_id IS NOT NULL)),
  CHECK ((kind = 'calibration') = (full_scale_db IS NOT NULL AND calibrator_db IS NOT NULL))
);
CREATE INDEX recordings_entry ON recordings (entry_id, rig_revision_id);
CREATE INDEX recordings_revision ON recordings (rig_revision_id, recorded_at);
CREATE UNIQUE INDEX recordings_known ON recordings (rig_revision_id, kind, coalesce(entry_id, 0), setting, digest, coalesce(calibrator_db, 0));
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON recordings FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- The samples, a megabyte a part: read part by part, never in lists.
CREATE TABLE recording_parts (
  recording_id  integer NOT NULL REFERENCES recordings ON DELETE CASCADE,
  seq           integer NOT NULL,
  bytes         bytea NOT NULL,
  PRIMARY KEY (recording_id, seq)
);
ALTER TABLE recording_parts ALTER COLUMN bytes SET STORAGE EXTERNAL;

-- A sitting at which somebody put clips in order without knowing which was which: ids of recordings, the most pleasant first.
CREATE TABLE listenings (
  id           integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  round_up_id  integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  heard_at     timestamptz NOT NULL DEFAULT now(),
  who          text NOT NULL DEFAULT '',
  was_blind    boolean NOT NULL,
  clips        integer[] NOT NULL CHECK (cardinality(clips) > 1)
);
CREATE INDEX listenings_round_up ON listenings (round_up_id);
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON listenings FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Blades name the tone that a fan sings; nobody has noted any yet.
UPDATE sheets SET body = '{"blades": null}'::jsonb || body WHERE kind = 'product';

-- Down Migration

UPDATE sheets SET body = body - 'blades' WHERE kind = 'product';
DROP TABLE listenings, recording_parts, recordings;
