-- Up Migration

-- What the power meter sees (FORMATS step 3a): watts of a board or a wall restate nothing.
ALTER TABLE rig_revisions
  ADD COLUMN power_at text NOT NULL DEFAULT 'die' CHECK (power_at IN ('die', 'board', 'wall'));
ALTER TABLE reductions
  DROP CONSTRAINT reductions_power_source_check,
  ADD CONSTRAINT reductions_power_source_check CHECK (power_source IN ('measured', 'nominal', 'board', 'wall')),
  -- Step of the power within the window, as a share of its mean.
  ADD COLUMN power_moved_share double precision NOT NULL DEFAULT 0;
-- What is in doubt of a value by itself: the steps of its sensors, and the scatter of the readings that it is a mean of.
ALTER TABLE run_values
  ADD COLUMN step_u     double precision NOT NULL DEFAULT 0,
  ADD COLUMN readings_u double precision NOT NULL DEFAULT 0;

-- Down Migration

ALTER TABLE run_values DROP COLUMN step_u, DROP COLUMN readings_u;
UPDATE reductions SET power_source = 'nominal' WHERE power_source IN ('board', 'wall');
ALTER TABLE reductions
  DROP COLUMN power_moved_share,
  DROP CONSTRAINT reductions_power_source_check,
  ADD CONSTRAINT reductions_power_source_check CHECK (power_source IN ('measured', 'nominal'));
ALTER TABLE rig_revisions DROP COLUMN power_at;
