import { mean } from '../statistics/mean';

/** One reading by hand at a place, in the quantity's own unit: m/s, Pa, m³/h, dB(A), °C. */
export interface SpotReading {
  quantity: 'airspeed' | 'pressure' | 'flow' | 'noise' | 'temperature';
  place: string;
  value: number;
  /** Speed of the fan during this reading, where it was not the run's, rpm. */
  rpm: number | null;
}

/** Power of the speed that each quantity goes by, where it was read at another than the run's (fan laws). */
const BY_SPEED: Partial<Record<SpotReading['quantity'], number>> = { pressure: 2, flow: 1, airspeed: 1 };

/**
 * Power of the fan's speed that a quantity goes by; 0 where it goes by none.
 *
 * @example lawOf('pressure') → 2
 */
export function lawOf(quantity: SpotReading['quantity']): number {
  return BY_SPEED[quantity] ?? 0;
}

/**
 * A reading as it would be at the run's speed; as it was where no other speed was noted.
 *
 * @example restatedSpot({ quantity: 'pressure', place: 'chamber', value: 18, rpm: 900 }, 1200) → 32
 */
export function restatedSpot({ quantity, value, rpm }: SpotReading, runRpm: number | null): number {
  const power = BY_SPEED[quantity];
  return power !== undefined && rpm !== null && rpm > 0 && runRpm !== null
    ? value * (runRpm / rpm) ** power
    : value;
}

/**
 * Mean of a run's readings of a quantity at a place (FORMATS step 12); what was read at another speed is restated to the
 * run's by the fan laws: a pressure by the square of the speeds, a flow or an airspeed by their ratio. Null where there is none.
 *
 * spotMean of a pressure of 10 Pa read at 900 rpm is 17.8 Pa for a run at 1,200 rpm.
 */
export function spotMean(
  readings: readonly SpotReading[],
  quantity: SpotReading['quantity'],
  place: string,
  runRpm: number | null,
): number | null {
  return spotValue(readings, quantity, place, runRpm)?.value ?? null;
}

export interface SpotValue {
  value: number;
  /** Of the mean, by the scatter of its readings; 0 where there is one reading. */
  standardError: number;
}

/**
 * The same mean with its standard error, s/√n by the scatter of its readings (GUM, JCGM 100, 4.2.3).
 *
 * Example: 2.0 and 2.2 m/s: 2.1 with a standard error of 0.1.
 */
export function spotValue(
  readings: readonly SpotReading[],
  quantity: SpotReading['quantity'],
  place: string,
  runRpm: number | null,
): SpotValue | null {
  const here = readings.filter((reading) => reading.quantity === quantity && reading.place === place);
  if (here.length === 0) return null;
  const values = here.map((reading) => restatedSpot(reading, runRpm));
  const value = mean(values);
  const squares = values.reduce((sum, one) => sum + (one - value) ** 2, 0);
  const standardError = here.length > 1 ? Math.sqrt(squares / (here.length - 1) / here.length) : 0;
  return { value, standardError };
}

/**
 * The place of a quantity that most runs have; of several the first by name. Null where there is none.
 *
 * @example usualPlace([[{ quantity: 'airspeed', place: '15 cm', value: 2, rpm: null }]], 'airspeed') → '15 cm'
 */
export function usualPlace(
  runs: readonly (readonly SpotReading[])[],
  quantity: SpotReading['quantity'],
): string | null {
  const counts = new Map<string, number>();
  for (const readings of runs)
    for (const place of new Set(
      readings.filter((reading) => reading.quantity === quantity).map((reading) => reading.place),
    ))
      counts.set(place, (counts.get(place) ?? 0) + 1);
  const sorted = [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  return sorted[0]?.[0] ?? null;
}
