import type { SpotReading } from '../responses/spotReading';
import { lonelyFlows } from './flowPoint';
import { offItsLaw, type SpunReadings } from './offItsLaw';
import { spotScatter } from './spotScatter';

/**
 * What is asked about before readings typed by hand are taken: they can be true, and mostly are slips. A flow without a
 * pressure at its place makes no point of a fan's curve; a pressure or a flow without any speed cannot be restated. `siblings` are
 * the same fan's readings at its other speeds.
 *
 * @example oddReadings([{ quantity: 'airspeed', place: '15 cm', value: 2.1, rpm: null }], 1200) → []
 */
export function oddReadings(
  readings: readonly SpotReading[],
  runRpm: number | null,
  siblings: readonly SpunReadings[] = [],
): string[] {
  const asked = lonelyFlows(readings).map(
    (place) => `a flow at ${place} and no pressure there: it makes no point of a curve. Is that meant?`,
  );
  const withoutSpeed = readings.find(
    ({ quantity, rpm }) =>
      (quantity === 'pressure' || quantity === 'flow') && rpm === null && runRpm === null,
  );
  if (withoutSpeed)
    asked.push(
      `a ${withoutSpeed.quantity} without a fan speed: it can never be converted. Is that intended?`,
    );
  for (const { place, quantity, readings: here, apart } of spotScatter(readings, runRpm))
    if (apart !== null)
      asked.push(`${quantity} at ${place}: ${here[apart]!.value} is an outlier. Is it right?`);
  asked.push(...offItsLaw(readings, runRpm, siblings));
  return asked;
}
