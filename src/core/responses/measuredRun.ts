import { isMissing, presentMean } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import type { Reduction } from '../reduction/reduceTrace';
import { loadStretch } from '../settling/loadStretch';
import { samplesBetween } from '../settling/samplesBetween';
import type { CountedLoudness } from '../sound/loudness/countedLoudness';
import type { SpotReading } from './spotReading';

/** All that was measured of a run. */
export interface MeasuredRun {
  loadW: number;
  limitC: number;
  windowS: number;
  /** Channels of its log by their headings, `t_s` among them; null where there is no log. */
  channels: ReadonlyMap<string, Float64Array> | null;
  /** Settled means typed by hand, by the heading they would have in a log. */
  typed: ReadonlyMap<string, number>;
  /** The die's own reduction; null where no die was measured. */
  die: Reduction | null;
  levelDb: number;
  /** Loudness by the recordings of its setting; null where there is none that counts. */
  sone: CountedLoudness | null;
  rpm: number | null;
  readings: readonly SpotReading[];
  score: number | null;
}

export const NO_READING = unknown('no reading of it');

/** The window of the die, or none where no die was logged. */
export function dieWindow({ die }: MeasuredRun) {
  if (!die?.window) return { dieWindow: null, dieTooShort: '' };
  return { dieWindow: die.window, dieTooShort: die.tooShort };
}

/** Samples of a log within the window that counts: the die's, or without a die all of the stretch with the load on. */
function windowOf(run: MeasuredRun): Outcome<{ first: number; end: number }> {
  const timeS = run.channels!.get('t_s')!;
  const { dieWindow: window } = dieWindow(run);
  if (window) return known(samplesBetween(timeS, window.startS, window.endS));
  const stretch = loadStretch(
    { timeS, cpuC: timeS, ambientC: null, powerW: run.channels!.get('power_w') ?? null },
    run.loadW,
    Infinity,
  );
  if (!stretch.known) return stretch;
  const endS = timeS[stretch.value.last]!;
  const first = timeS.findIndex((atS, i) => i >= stretch.value.first && atS > endS - run.windowS);
  return known({ first, end: stretch.value.last + 1 });
}

/**
 * Mean of a column over the window that counts; null where the log has none of it.
 *
 * Example: Fan speeds of 1190, 1200 and 1210 rpm in the window: 1200.
 */
export function windowMean(run: MeasuredRun, heading: string): number | null {
  const values = run.channels?.get(heading);
  if (!values) return null;
  const window = windowOf(run);
  if (!window.known) return null;
  const mean = presentMean(values, window.value.first, window.value.end);
  return isMissing(mean) ? null : mean;
}
