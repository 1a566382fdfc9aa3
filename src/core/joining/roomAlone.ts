import { meterReading } from '../bench/meterReading';
import { joinOnto, reachS } from './joinOnto';
import { seriesOf, type PlacedSeries } from './placedSeries';

/** Power and speed under which load and fans are off. */
const OFF = { shareOfMost: 0.1, rpm: 60 };
const LEAST_QUIET_S = 30;

/**
 * The room alone near a time, dB(A): the meter over the nearest minutes in which load, fans and pump were off, by the bench's
 * rule; null where the logs have none.
 *
 * Example: Ten minutes without load and fans at 18.2 dB(A): 18.2; a log in which the fans never stood: null.
 */
export function roomAlone(series: readonly PlacedSeries[], nearS: number): number | null {
  const [power, fans, noise] = (['power', 'fan_speed', 'noise_level'] as const).map((other) =>
    seriesOf(series, other),
  );
  if (!power || !fans || !noise) return null;
  const pump = seriesOf(series, 'pump_speed');
  const most = Math.max(0, ...power.values.filter((value) => !Number.isNaN(value)));
  const watts = joinOnto(noise.timeS, power.timeS, power.values, 2 * reachS(power.timeS));
  const rpm = joinOnto(noise.timeS, fans.timeS, fans.values, 2 * reachS(fans.timeS));
  // A pump that runs is no part of the room: what the meter reads beside it is not the room alone.
  const pumpRpm = pump && joinOnto(noise.timeS, pump.timeS, pump.values, 2 * reachS(pump.timeS));
  const stretches: { fromS: number; toS: number; levels: number[] }[] = [];
  noise.timeS.forEach((at, i) => {
    const level = noise.values[i]!;
    const isStill = rpm[i]! < OFF.rpm && !(pumpRpm && pumpRpm[i]! >= OFF.rpm);
    const isOff = watts[i]! < OFF.shareOfMost * most && isStill && !Number.isNaN(level);
    const last = stretches[stretches.length - 1];
    if (!isOff)
      return void (last && last.levels.length > 0 && stretches.push({ fromS: at, toS: at, levels: [] }));
    if (!last) return void stretches.push({ fromS: at, toS: at, levels: [level] });
    if (last.levels.length === 0) last.fromS = at;
    last.toS = at;
    last.levels.push(level);
  });
  const quiet = stretches.filter(
    (stretch) => stretch.levels.length >= 5 && stretch.toS - stretch.fromS >= LEAST_QUIET_S,
  );
  const away = (other: { fromS: number; toS: number }) => Math.max(other.fromS - nearS, nearS - other.toS, 0);
  const [nearest] = quiet.sort((a, b) => away(a) - away(b));
  return nearest ? Number(meterReading(nearest.levels).levelDb.toFixed(1)) : null;
}

/**
 * Whether the room alone is nowhere in these logs because a pump turned all the while: its level was logged and is known of no piece.
 *
 * @example pumpHidesRoom([], []) → false
 */
export function pumpHidesRoom(
  series: readonly PlacedSeries[],
  pieces: readonly { floorDb: string }[],
): boolean {
  const isLogged = (['pump_speed', 'noise_level'] as const).every((quantity) => seriesOf(series, quantity));
  return isLogged && pieces.every(({ floorDb }) => floorDb.trim() === '');
}
