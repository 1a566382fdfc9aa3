-- Up Migration

-- Mounts at the bench. The process that owns the rig writes here as it goes, and takes up from here when it is started
-- again. Pages follow by LISTEN/NOTIFY on the channel "bench", the process on "bench_orders".

CREATE TABLE bench_sessions (
  id             integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  round_up_id    integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  -- Id of the mounting in the plan.
  mounting       text NOT NULL,
  state          jsonb NOT NULL,
  rule           jsonb NOT NULL,
  -- Runs that were written to the logbook: a write that is repeated does not write them twice.
  runs_written   integer NOT NULL DEFAULT 0,
  -- The mount was made again: what this one left out is asked for anew.
  superseded     boolean NOT NULL DEFAULT false,
  started_at     timestamptz NOT NULL DEFAULT now(),
  -- When the bench process last wrote, its bench clock then, s, and how fast that ran.
  written_at     timestamptz NOT NULL DEFAULT now(),
  clock_s        double precision NOT NULL DEFAULT 0,
  speed          real NOT NULL DEFAULT 1,
  ended_at       timestamptz
);
-- One rig, one mount at a time.
CREATE UNIQUE INDEX bench_sessions_open ON bench_sessions ((true)) WHERE ended_at IS NULL;
CREATE INDEX ON bench_sessions (round_up_id, id);

CREATE TABLE bench_samples (
  session_id  integer NOT NULL REFERENCES bench_sessions ON DELETE CASCADE,
  at_s        double precision NOT NULL,
  die_c       real,
  room_c      real,
  power_w     real,
  fan_rpm     real,
  level_db    real,
  -- Further fans, pump, graphics card, by the names of trace columns.
  more        jsonb,
  -- The first after samples are missing.
  gap         boolean NOT NULL DEFAULT false,
  PRIMARY KEY (session_id, at_s)
);

CREATE TABLE bench_commands (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  session_id  integer NOT NULL REFERENCES bench_sessions ON DELETE CASCADE,
  command     jsonb NOT NULL,
  who         text NOT NULL,
  given_at    timestamptz NOT NULL DEFAULT now(),
  taken_at    timestamptz
);
CREATE INDEX ON bench_commands (session_id, id) WHERE taken_at IS NULL;

-- Readings that a program pushes, at the bench clock of the session they came in.
CREATE TABLE bench_pushed (
  session_id  integer NOT NULL REFERENCES bench_sessions ON DELETE CASCADE,
  at_s        double precision NOT NULL,
  readings    jsonb NOT NULL
);
CREATE INDEX ON bench_pushed (session_id, at_s);

-- One row: what the bench process sees, what is wanted of it, and the token for pushing.
CREATE TABLE bench_status (
  one           boolean PRIMARY KEY DEFAULT true CHECK (one),
  seen_at       timestamptz,
  instruments   jsonb NOT NULL DEFAULT '[]',
  problem       text NOT NULL DEFAULT '',
  -- How fast the simulated rig's clock runs; null for real instruments.
  speed         real,
  wanted_speed  real,
  push_token    text NOT NULL DEFAULT replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', '')
);
INSERT INTO bench_status DEFAULT VALUES;

-- What a mount has left out changes the plan's progress, though it writes no run.
CREATE TRIGGER wrote AFTER INSERT OR DELETE OR UPDATE OF ended_at, superseded ON bench_sessions
  FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Down Migration

DROP TABLE bench_status, bench_pushed, bench_commands, bench_samples, bench_sessions;
