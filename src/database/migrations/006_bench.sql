-- Up Migration

-- Mounts at the bench. The process that owns the rig writes here as it goes, and takes up from here when it is started
-- again; every page follows by LISTEN/NOTIFY on the channel "bench".

CREATE TABLE bench_sessions (
  id             integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  round_up_id    integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  -- Id of the mounting in the plan.
  mounting       text NOT NULL,
  state          jsonb NOT NULL,
  rule           jsonb NOT NULL,
  -- What instruments did wrong last; empty where all is well.
  faults         text[] NOT NULL DEFAULT '{}',
  started_at     timestamptz NOT NULL DEFAULT now(),
  -- When the bench process last wrote, and its bench clock then, s.
  written_at     timestamptz,
  clock_s        double precision NOT NULL DEFAULT 0,
  ended_at       timestamptz
);
-- One rig, one mount at a time.
CREATE UNIQUE INDEX bench_sessions_open ON bench_sessions ((true)) WHERE ended_at IS NULL;

CREATE TABLE bench_samples (
  session_id  integer NOT NULL REFERENCES bench_sessions ON DELETE CASCADE,
  at_s        double precision NOT NULL,
  die_c       real,
  room_c      real,
  power_w     real,
  fan_rpm     real,
  level_db    real,
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

-- Down Migration

DROP TABLE bench_commands, bench_samples, bench_sessions;
