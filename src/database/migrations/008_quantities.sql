-- Up Migration

-- What was read by hand at places: airspeed, pressure, flow, noise, temperature, each in its own unit.
CREATE TABLE run_readings (
  run_id    integer NOT NULL REFERENCES runs ON DELETE CASCADE,
  position  integer NOT NULL,
  quantity  text NOT NULL CHECK (quantity IN ('airspeed', 'pressure', 'flow', 'noise', 'temperature')),
  place     text NOT NULL CHECK (place <> ''),
  value     double precision NOT NULL,
  -- Speed of the fan during this reading, where it was not the run's.
  rpm       double precision CHECK (rpm >= 0),
  PRIMARY KEY (run_id, position)
);

-- What a run came to for each response but the rise of its die, under one length of window. Kept beside the
-- reductions, so that curves of any response read no traces. "speed" is no response: the mean speed of the first fan.
CREATE TABLE run_values (
  run_id            integer NOT NULL REFERENCES runs ON DELETE CASCADE,
  window_s          double precision NOT NULL CHECK (window_s > 0),
  response          text NOT NULL,
  place             text NOT NULL DEFAULT '',
  value             double precision NOT NULL,
  settled           boolean NOT NULL,
  unsettled_reason  text NOT NULL,
  shortfall         double precision NOT NULL,
  PRIMARY KEY (run_id, window_s, response, place),
  CHECK (settled = (unsettled_reason = ''))
);

-- A run may stand on readings alone, or on a log without a die.
ALTER TABLE runs DROP CONSTRAINT runs_check;

CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON run_readings FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON run_values FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Down Migration

DROP TABLE run_values;
DROP TABLE run_readings;
ALTER TABLE runs ADD CHECK (trace <> '' OR (typed_cpu_c IS NOT NULL AND typed_ambient_c IS NOT NULL)) NOT VALID;
