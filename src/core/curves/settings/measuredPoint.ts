import { isMissing, MISSING } from '../../missing';
import type { Against } from '../curveRule';
import type { CoolerLevel } from '../../levels/coolerLevel';

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
  /** Mean speed of its first fan over the window, rpm, and the duty it was driven at, %; null where nothing tells. */
  rpm?: number | null;
  dutyPct?: number | null;
  /** Loudness of the entry alone by a calibrated recording of this setting; null where there is none. */
  sone?: number | null;
  settled: boolean;
  /** What is compared: the rise at the nominal load, K, unless another response was asked for. */
  value: number;
  /** Null where no power flowed. */
  resistanceKPerW: number | null;
  /** What the settling fit sees the mean short of its end, K. */
  shortfall: number;
  /** Half-width of the 95 % interval of a typed room reading, K; 0 where a probe logged it. */
  roomDoubtK: number;
  /** Standard uncertainty by the steps that its sensors show in the log; 0 or none where they show none. */
  stepU?: number;
  /** Standard uncertainty of the mean of readings that it is; 0 or none where it is no such mean. */
  readingsU?: number;
  /** It was restated by watts that a meter read: what the meter's class leaves is in it. */
  byPower?: boolean;
  /** Its die stood at the rig's limit at the watts of a program, which nothing restates: it does not hold the load. */
  heldByLimit?: boolean;
  /** The value is only a bound, as a level at the floor is: it stands on no curve. */
  isBound?: boolean | undefined;
}

/**
 * Where a run stands on an axis; missing where nothing tells.
 *
 * @example placeOn({ rpm: 1250 }, 'rpm') → 1250
 */
export function placeOn(point: MeasuredPoint, against: Against): number {
  if (against === 'noise') return point.level.levelDb;
  const places = { rpm: point.rpm, duty: point.dutyPct, sone: point.sone };
  return places[against] ?? MISSING;
}

/**
 * Only a settled run supports a curve (FORMATS step 1); against noise only where it stands clear of the room (step 5),
 * against speed with its level as an upper bound (step 13).
 *
 * @example isUsable({ settled: false, level: { standing: 'clear' } }) → false
 */
export function isUsable(point: MeasuredPoint, against: Against = 'noise'): boolean {
  if (!point.settled || point.isBound) return false;
  return against === 'noise' ? point.level.standing !== 'at-floor' : !isMissing(placeOn(point, against));
}
