import type { Outcome } from '../outcome';
import type { SettlingFit } from '../settling/settlingFit';

/** What a sensor did in the window that counts. What means typed by hand do not tell is null. */
export interface SensorWindow {
  /** Mean and maximum of the response before it was restated, in its unit. */
  measured: number;
  maximum: number | null;
  /** The same of the sensor as it read. */
  readingMean: number;
  readingMaximum: number | null;
  slopePerMin: number | null;
  fit: Outcome<SettlingFit>;
  /** Why its window is none to rest on, where it is shorter than asked; empty where it is not. */
  tooShort: string;
  /** It turns up again at its end. */
  runningAway: boolean;
  /** It stood at its limit for more than a fifth of the window, and for which share of it. */
  atLimit: boolean;
  atLimitShare: number;
}

/** What one run comes to for one response. */
export interface RunValue {
  value: number;
  /** Whether it may support a curve, and why not where it may not. */
  settled: boolean;
  unsettledReason: string;
  /** What the settling fit sees the mean short of its end, in the response's unit; 0 where there is none to see. */
  shortfall: number;
  /** Standard uncertainty by the steps of its sensors, as the log shows them: shared by all runs of an entry. 0 where it shows none. */
  stepU: number;
  /** Standard uncertainty by the scatter of repeated readings of this run; 0 where it is no mean of any. */
  readingsU: number;
  /** Null for what is no mean of a sensor. */
  sensor: SensorWindow | null;
  /** Only an upper limit, masked by the room: it stands on no curve. */
  isBound?: boolean | undefined;
}

/** A value that nothing is still to come of: `steady(3.1)` is settled, with a shortfall of 0 and no sensor behind it. */
export const steady = (value: number): RunValue => ({
  value,
  settled: true,
  unsettledReason: '',
  shortfall: 0,
  stepU: 0,
  readingsU: 0,
  sensor: null,
});
