import { mean } from '../statistics/mean';

/** One reading by hand at a place, in the quantity's own unit: m/s, Pa, m³/h, dB(A), °C. */
export interface SpotReading {
  quantity: 'airspeed' | 'pressure' | 'flow' | 'noise' | 'temperature';
  place: string;
  value: number;
  /** Speed of the fan during this reading, where it was not the run's, rpm. */
  rpm: number | null;
}

/**
 * Mean of a run's readings of a quantity at a place (FORMATS step 12); a pressure read at another speed is restated to
 * the run's by the square law. Null where there is none.
 */
export function spotMean(
  readings: readonly SpotReading[],
  quantity: SpotReading['quantity'],
  place: string,
  runRpm: number | null,
): number | null {
  const here = readings.filter((reading) => reading.quantity === quantity && reading.place === place);
  if (here.length === 0) return null;
  const restated = here.map(({ value, rpm }) =>
    quantity === 'pressure' && rpm !== null && rpm > 0 && runRpm !== null
      ? value * (runRpm / rpm) ** 2
      : value,
  );
  return mean(restated);
}

/** The place of a quantity that most runs have; of several the first by name. Null where there is none. */
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
