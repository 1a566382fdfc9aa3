-- Up Migration

-- Whether a run has a die, and whether its window lacks time, are states; they were words of a reason.
ALTER TABLE reductions ADD COLUMN has_die boolean NOT NULL DEFAULT true;
UPDATE reductions SET has_die = false WHERE no_die = 'no reading of the die'
  OR (no_die <> '' AND NOT EXISTS (SELECT 1 FROM runs u WHERE u.id = run_id AND u.typed_cpu_c IS NOT NULL)
      AND NOT EXISTS (SELECT 1 FROM trace_channels t WHERE t.run_id = reductions.run_id AND t.heading = 'cpu_c'));
ALTER TABLE run_values ADD COLUMN too_short text NOT NULL DEFAULT '';
UPDATE run_values SET too_short = split_part(unsettled_reason, '; ', 1) WHERE starts_with(unsettled_reason, 'only ');

-- Down Migration

ALTER TABLE run_values DROP COLUMN too_short;
ALTER TABLE reductions DROP COLUMN has_die;
