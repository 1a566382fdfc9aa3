import type { CoolerLevel } from '../levels/coolerLevel';

/** A reduced run, as far as curves and ranking need it. */
export interface MeasuredPoint {
  run: string;
  entry: string;
  /** How often the cooler had been mounted, 1, 2, … */
  mount: number;
  /** Repeat at the same mount, 1, 2, … */
  pass: number;
  /** Label of the fan setting; passes of one point share it. */
  setting: string;
  level: CoolerLevel;
  settled: boolean;
  riseK: number;
  /** Null where no power flowed. */
  resistanceKPerW: number | null;
  /** What the settling fit sees the mean short of its end, K. */
  shortfallK: number;
  /** Half-width of the 95 % interval of a typed room reading, K; 0 where a probe logged it. */
  roomDoubtK: number;
}

/** Only a settled run that stands clear of the room supports a curve (FORMATS steps 1 and 5). */
export function isUsable(point: MeasuredPoint): boolean {
  return point.settled && point.level.standing !== 'at-floor';
}
