import type { LiveSample } from './benchEvent';
import { meterReading, type MeterReading } from './meterReading';

export interface ReadingSoFar {
  reading: MeterReading;
  /** Bench clocks of the levels that are left out as bursts, s, with the levels, dB(A). */
  bursts: { atS: number; levelDb: number }[];
  count: number;
}

/**
 * The meter's reading as far as it has come since `fromS`; null before there are five levels.
 *
 * Example: Seven levels since the reading began: their mean with its spread; four: null.
 */
export function readingSoFar(samples: readonly LiveSample[], fromS: number): ReadingSoFar | null {
  const levels = samples.flatMap(([atS, , , , , levelDb]) =>
    atS >= fromS && levelDb !== null ? [{ atS, levelDb }] : [],
  );
  if (levels.length < 5) return null;
  const reading = meterReading(levels.map((level) => level.levelDb));
  return { reading, bursts: levels.filter((_, i) => reading.leftOut[i]), count: levels.length };
}
