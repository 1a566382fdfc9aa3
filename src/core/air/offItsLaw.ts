import { median } from '../statistics/median';
import { lawOf, spotMean, type SpotReading } from '../responses/spotReading';

/** What was read of a fan in another run, at its speed. */
export interface SpunReadings {
  rpm: number | null;
  readings: readonly SpotReading[];
}

/** Further from what the other speeds say than this, as a ratio, a reading is asked about. */
const FAR_RATIO = 1.4;

/**
 * Readings that lie far from what the same fan's other speeds say by its law (airspeed and flow ∝ n, pressure ∝ n²), in words; empty
 * where all fit or nothing else was read.
 *
 * Example: 2.1 m/s at 1,000 rpm and 21 m/s at 1,200 rpm: ‘airspeed at 23 cm: 21.0 where its other speeds say 2.5 …’.
 */
export function offItsLaw(
  readings: readonly SpotReading[],
  rpm: number | null,
  siblings: readonly SpunReadings[],
): string[] {
  if (rpm === null || !(rpm > 0)) return [];
  const places = new Map(readings.map((reading) => [`${reading.quantity}\n${reading.place}`, reading]));
  return [...places.values()].flatMap(({ quantity, place }) => {
    const power = lawOf(quantity);
    const value = spotMean(readings, quantity, place, rpm);
    if (power === 0 || value === null || !(value > 0)) return [];
    const said = siblings.flatMap((sibling) => {
      const other =
        sibling.rpm !== null && sibling.rpm > 0
          ? spotMean(sibling.readings, quantity, place, sibling.rpm)
          : null;
      return other !== null && other > 0 ? [other * (rpm / sibling.rpm!) ** power] : [];
    });
    if (said.length === 0) return [];
    const expected = median(said);
    return Math.abs(Math.log(value / expected)) > Math.log(FAR_RATIO)
      ? [
          `${quantity} at ${place}: ${value.toPrecision(3)} where its other speeds say ${expected.toPrecision(3)}. Is it right?`,
        ]
      : [];
  });
}
