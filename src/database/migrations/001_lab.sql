-- Up Migration

-- The lab: what it owns and has measured, over all round-ups.

CREATE TABLE products (
  id      integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  maker   text NOT NULL,
  name    text NOT NULL CHECK (name <> ''),
  kind    text NOT NULL CHECK (kind IN ('air-tower', 'air-low-profile', 'liquid', 'fan', 'case-layout')),
  UNIQUE (maker, name, kind)
);

-- A product as configured for test: one physical sample with its fans.
CREATE TABLE entries (
  id          integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id  integer NOT NULL REFERENCES products,
  fans        text NOT NULL,
  fan_count   integer CHECK (fan_count >= 0),
  price       numeric CHECK (price >= 0),
  currency    text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'),
  height_mm   double precision CHECK (height_mm > 0),
  -- Columns of the bundle that we do not know, kept as they came.
  extra       jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX ON entries (product_id);

CREATE TABLE rigs (
  id    integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name  text NOT NULL UNIQUE
);

-- Whatever changes the numbers starts a new revision.
CREATE TABLE rig_revisions (
  id                 integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  rig_id             integer NOT NULL REFERENCES rigs,
  revision           integer NOT NULL CHECK (revision >= 1),
  enclosure          text NOT NULL,
  meter_distance_cm  double precision NOT NULL CHECK (meter_distance_cm > 0),
  limit_c            double precision NOT NULL,
  UNIQUE (rig_id, revision),
  UNIQUE (rig_id, enclosure, meter_distance_cm, limit_c)
);

CREATE TABLE runs (
  id               integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  label            text NOT NULL CHECK (label <> ''),
  entry_id         integer NOT NULL REFERENCES entries,
  rig_revision_id  integer NOT NULL REFERENCES rig_revisions,
  mount            integer NOT NULL CHECK (mount >= 1),
  pass             integer NOT NULL CHECK (pass >= 1),
  load_w           double precision NOT NULL CHECK (load_w >= 0),
  load_name        text NOT NULL DEFAULT '',
  gpu_load_w       double precision NOT NULL DEFAULT 0 CHECK (gpu_load_w >= 0),
  setting          text NOT NULL CHECK (setting <> ''),
  control          text NOT NULL CHECK (control IN ('fixed', 'automatic')),
  noise_db         double precision NOT NULL,
  floor_db         double precision NOT NULL,
  -- Path of the log in the bundle it came with; empty where the means were typed.
  trace            text NOT NULL DEFAULT '',
  typed_cpu_c      double precision,
  typed_ambient_c  double precision,
  typed_power_w    double precision CHECK (typed_power_w >= 0),
  duty_pct         double precision CHECK (duty_pct >= 0),
  rpm              double precision CHECK (rpm >= 0),
  -- As it was written: a time without offset must not be given one.
  started_at       text NOT NULL DEFAULT '',
  note             text NOT NULL DEFAULT '',
  -- Why the run does not count; empty where it does.
  set_aside        text NOT NULL DEFAULT '',
  extra            jsonb NOT NULL DEFAULT '{}',
  CHECK (trace <> '' OR (typed_cpu_c IS NOT NULL AND typed_ambient_c IS NOT NULL)),
  UNIQUE (entry_id, rig_revision_id, label)
);

-- A trace is a row for each channel, with all its readings in one array. Lists of runs never touch this
-- table; a page of one run reads a handful of rows; and PostgreSQL keeps arrays out of line and compressed,
-- so that 3,000 runs of 1,800 samples and 8 channels are 24,000 rows here and not 43 million, as they
-- would be with a row for each sample. Channels that are not asked for are not read.
CREATE TABLE trace_channels (
  run_id    integer NOT NULL REFERENCES runs ON DELETE CASCADE,
  position  integer NOT NULL,
  heading   text NOT NULL,
  -- NULL inside is a missing reading.
  readings  double precision[],
  -- Cells of a channel that holds no numbers.
  texts     text[],
  PRIMARY KEY (run_id, position),
  CHECK ((readings IS NULL) <> (texts IS NULL))
);
-- LZ4 unpacks several times faster than the default and these are read far more often than written.
ALTER TABLE trace_channels ALTER COLUMN readings SET COMPRESSION lz4;

-- What a run came to under one length of window. Kept, because lists and curves must not re-read traces.
CREATE TABLE reductions (
  run_id                integer NOT NULL REFERENCES runs ON DELETE CASCADE,
  window_s              double precision NOT NULL CHECK (window_s > 0),
  settled               boolean NOT NULL,
  unsettled_reason      text NOT NULL,
  window_start_s        double precision,
  window_end_s          double precision,
  cpu_mean_c            double precision NOT NULL,
  cpu_max_c             double precision NOT NULL,
  ambient_mean_c        double precision NOT NULL,
  ambient_source        text NOT NULL CHECK (ambient_source IN ('probe', 'typed')),
  power_mean_w          double precision NOT NULL,
  power_source          text NOT NULL CHECK (power_source IN ('measured', 'nominal')),
  measured_rise_k       double precision NOT NULL,
  maximum_rise_k        double precision NOT NULL,
  resistance_k_per_w    double precision,
  rise_k                double precision NOT NULL,
  heat_limited          boolean NOT NULL,
  heat_limited_share    double precision NOT NULL CHECK (heat_limited_share BETWEEN 0 AND 1),
  slope_k_per_min       double precision,
  -- The settling fit, or the reason why there is none.
  fit                   jsonb NOT NULL,
  shortfall_k           double precision NOT NULL,
  PRIMARY KEY (run_id, window_s),
  CHECK (settled = (unsettled_reason = ''))
);

-- A round-up cites entries of the lab; their runs belong to the lab.
CREATE TABLE round_ups (
  id                   integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name                 text NOT NULL,
  title                text NOT NULL CHECK (title <> ''),
  rig_revision_id      integer NOT NULL REFERENCES rig_revisions,
  loads_w              double precision[] NOT NULL CHECK (cardinality(loads_w) > 0),
  noise_line_dba       double precision NOT NULL,
  window_s             double precision NOT NULL CHECK (window_s > 0),
  reference_ambient_c  double precision NOT NULL,
  created_at           timestamptz NOT NULL DEFAULT now(),
  -- datapackage.json as it came, for what we do not know.
  source               jsonb NOT NULL DEFAULT '{}'
);

CREATE TABLE round_up_entries (
  round_up_id  integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  entry_id     integer NOT NULL REFERENCES entries,
  -- The id of the entry within the round-up, as its bundle has it.
  code         text NOT NULL CHECK (code <> ''),
  position     integer NOT NULL,
  is_control   boolean NOT NULL,
  PRIMARY KEY (round_up_id, entry_id),
  UNIQUE (round_up_id, code),
  UNIQUE (round_up_id, position)
);
CREATE INDEX ON round_up_entries (entry_id);

-- Files of a bundle that we do not know, given back on export.
CREATE TABLE round_up_files (
  round_up_id  integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  path         text NOT NULL CHECK (path <> ''),
  content      bytea NOT NULL,
  PRIMARY KEY (round_up_id, path)
);

-- Down Migration

DROP TABLE round_up_files, round_up_entries, round_ups, reductions, trace_channels, runs, rig_revisions, rigs, entries, products;
