import type { SpotReading } from '../responses/spotReading';
import { mean } from '../statistics/mean';
import { interval95 } from '../uncertainty/interval95';

/** Where a probe is to be held, and what it reads there. */
export interface ProbePlace {
  quantity: 'airspeed' | 'pressure';
  place: string;
}

/** The name under which a sample carries what the probe of a quantity reads. */
export const PROBE_CHANNEL: Record<ProbePlace['quantity'], string> = {
  airspeed: 'airspeed_m_s',
  pressure: 'pressure_pa',
};

/** What people call the probes. */
export const PROBE_NAME: Record<ProbePlace['quantity'], string> = {
  airspeed: 'anemometer',
  pressure: 'manometer',
};

export interface ProbeReading {
  mean: number;
  /** Half-width of the 95 % interval of the mean. */
  half95: number;
  /** The mean stands within the class of the probe. */
  stands: boolean;
}

/** A mean stands when its interval is within this share of it, from so many readings. */
const CLASS_SHARE = 0.02;
const LEAST = 8;
/** Each quantity's own smallest step: within it nothing can be asked of the mean. */
const STEP: Record<ProbePlace['quantity'], number> = { airspeed: 0.02, pressure: 0.2 };

/**
 * How far the mean of a probe's readings can be trusted: its 95 % interval by Student's t. It stands within 2 % of itself,
 * or within the probe's own step, from eight readings. Null for none.
 *
 * probeReading of eight readings of 1.00 m/s stands.
 */
export function probeReading(
  values: readonly number[],
  quantity: ProbePlace['quantity'],
): ProbeReading | null {
  if (values.length === 0) return null;
  const centre = mean(values);
  if (values.length < 2) return { mean: centre, half95: Infinity, stands: false };
  const variance = values.reduce((sum, value) => sum + (value - centre) ** 2, 0) / (values.length - 1);
  const half95 = interval95(Math.sqrt(variance / values.length), values.length - 1);
  const wanted = Math.max(CLASS_SHARE * Math.abs(centre), STEP[quantity]);
  return { mean: centre, half95, stands: values.length >= LEAST && half95 <= wanted };
}

const PARTS = 3;

/**
 * What is kept of a probe's readings: the means of their thirds, so that the scatter can still be seen.
 *
 * @example keptReadings({ quantity: 'airspeed', place: '15 cm' }, [2, 2, 2.2, 2.2, 2.4, 2.4], null).map(({ value }) =>
 * value) → [2, 2.2, 2.4]
 */
export function keptReadings(
  { quantity, place }: ProbePlace,
  values: readonly number[],
  rpm: number | null,
): SpotReading[] {
  const size = Math.max(1, Math.ceil(values.length / PARTS));
  const parts: SpotReading[] = [];
  for (let i = 0; i < values.length; i += size)
    parts.push({ quantity, place, value: Number(mean(values.slice(i, i + size)).toFixed(3)), rpm });
  return parts;
}
