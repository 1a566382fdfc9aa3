import type { SpotReading } from '../responses/spotReading';
import { ownUnit } from '../responses/readingUnits';
import { groupBy } from '../statistics/groupBy';

/**
 * Spot readings as a change log tells them: “airspeed at 15 cm 2.1, 2.2 m/s; pressure at closed 12 Pa”.
 *
 * @example readingWords([{ quantity: 'airspeed', place: '15 cm', value: 2.1, rpm: null }]) → 'airspeed at 15 cm 2.1
 * m/s'
 */
export function readingWords(readings: readonly SpotReading[]): string {
  const places = groupBy(readings, ({ quantity, place }) => `${quantity}\n${place}`);
  return [...places.values()]
    .map((here) => {
      const { quantity, place } = here[0]!;
      const values = here.map(
        ({ value, rpm }) => `${Number(value.toPrecision(6))}${rpm === null ? '' : ` (at ${rpm} rpm)`}`,
      );
      return `${quantity} at ${place} ${values.join(', ')} ${ownUnit(quantity)}`;
    })
    .join('; ');
}
