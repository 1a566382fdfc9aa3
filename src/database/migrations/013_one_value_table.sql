-- Up Migration

-- What a run came to stands in one table for every reading, the die's among them; the reduction keeps only what all
-- readings of a run share: its window, room and power.
ALTER TABLE run_values
  -- Mean and maximum in the window before anything was restated, in the response's unit.
  ADD COLUMN measured         double precision,
  ADD COLUMN maximum          double precision,
  -- The same of the sensor itself, as it read.
  ADD COLUMN reading_mean     double precision,
  ADD COLUMN reading_maximum  double precision,
  ADD COLUMN slope_per_min    double precision,
  -- The settling fit, or the reason why there is none.
  ADD COLUMN fit              jsonb,
  ADD COLUMN running_away     boolean NOT NULL DEFAULT false,
  -- Whether the sensor stood at its limit for more than a fifth of the window, and for how much of it.
  ADD COLUMN at_limit         boolean NOT NULL DEFAULT false,
  ADD COLUMN at_limit_share   double precision NOT NULL DEFAULT 0 CHECK (at_limit_share BETWEEN 0 AND 1);

INSERT INTO run_values (run_id, window_s, response, place, value, settled, unsettled_reason, shortfall, measured, maximum,
                        reading_mean, reading_maximum, slope_per_min, fit, running_away, at_limit, at_limit_share)
SELECT run_id, window_s, 'rise', '', rise_k, settled, unsettled_reason, shortfall_k, measured_rise_k,
       nullif(maximum_rise_k, 'NaN'), nullif(cpu_mean_c, 'NaN'), nullif(cpu_max_c, 'NaN'), slope_k_per_min, fit,
       running_away, heat_limited, heat_limited_share
FROM reductions WHERE rise_k <> 'NaN';

-- Why a run has no number of its die; empty where it has one.
ALTER TABLE reductions ADD COLUMN no_die text NOT NULL DEFAULT '';
UPDATE reductions SET no_die = unsettled_reason WHERE rise_k = 'NaN';

ALTER TABLE reductions
  DROP COLUMN settled, DROP COLUMN unsettled_reason, DROP COLUMN cpu_mean_c, DROP COLUMN cpu_max_c,
  DROP COLUMN measured_rise_k, DROP COLUMN maximum_rise_k, DROP COLUMN resistance_k_per_w, DROP COLUMN rise_k,
  DROP COLUMN heat_limited, DROP COLUMN heat_limited_share, DROP COLUMN slope_k_per_min, DROP COLUMN fit,
  DROP COLUMN shortfall_k, DROP COLUMN running_away;

-- Down Migration

ALTER TABLE reductions
  ADD COLUMN settled boolean NOT NULL DEFAULT false, ADD COLUMN unsettled_reason text NOT NULL DEFAULT 'not reduced',
  ADD COLUMN cpu_mean_c double precision NOT NULL DEFAULT 'NaN', ADD COLUMN cpu_max_c double precision NOT NULL DEFAULT 'NaN',
  ADD COLUMN measured_rise_k double precision NOT NULL DEFAULT 'NaN',
  ADD COLUMN maximum_rise_k double precision NOT NULL DEFAULT 'NaN', ADD COLUMN resistance_k_per_w double precision,
  ADD COLUMN rise_k double precision NOT NULL DEFAULT 'NaN', ADD COLUMN heat_limited boolean NOT NULL DEFAULT false,
  ADD COLUMN heat_limited_share double precision NOT NULL DEFAULT 0, ADD COLUMN slope_k_per_min double precision,
  ADD COLUMN fit jsonb NOT NULL DEFAULT '{"known": false, "reason": "not reduced"}',
  ADD COLUMN shortfall_k double precision NOT NULL DEFAULT 0, ADD COLUMN running_away boolean NOT NULL DEFAULT false;

UPDATE reductions d SET
  settled = v.settled, unsettled_reason = v.unsettled_reason, cpu_mean_c = coalesce(v.reading_mean, 'NaN'),
  cpu_max_c = coalesce(v.reading_maximum, 'NaN'), measured_rise_k = v.measured,
  maximum_rise_k = coalesce(v.maximum, 'NaN'), resistance_k_per_w = v.measured / nullif(d.power_mean_w, 0),
  rise_k = v.value, heat_limited = v.at_limit, heat_limited_share = v.at_limit_share, slope_k_per_min = v.slope_per_min,
  fit = v.fit, shortfall_k = v.shortfall, running_away = v.running_away
FROM run_values v WHERE v.run_id = d.run_id AND v.window_s = d.window_s AND v.response = 'rise';
UPDATE reductions SET unsettled_reason = no_die, fit = jsonb_build_object('known', false, 'reason', no_die) WHERE no_die <> '';
ALTER TABLE reductions DROP COLUMN no_die, ADD CHECK (settled = (unsettled_reason = ''));

DELETE FROM run_values WHERE response = 'rise';
ALTER TABLE run_values
  DROP COLUMN measured, DROP COLUMN maximum, DROP COLUMN reading_mean, DROP COLUMN reading_maximum,
  DROP COLUMN slope_per_min, DROP COLUMN fit, DROP COLUMN running_away, DROP COLUMN at_limit, DROP COLUMN at_limit_share;
