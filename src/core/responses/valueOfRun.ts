import { isMissing, MISSING, presentMean } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import { dieValue } from '../reduction/dieValue';
import type { Reduction } from '../reduction/reduceTrace';
import { loadStretch } from '../settling/loadStretch';
import { samplesBetween } from '../settling/samplesBetween';
import { isTooShort } from '../settling/settledWindow';
import { usualStepS } from '../settling/standsForS';
import type { SettlingFit } from '../settling/settlingFit';
import { burstRise, LEAST_REACH_S } from './burstRise';
import { limitTime } from './limitTime';
import type { CountedLoudness } from '../sound/loudness/countedLoudness';
import type { Response } from './responses';
import { steady, type RunValue, type SensorWindow } from './runValue';
import { sensorValue } from './sensorValue';
import { LIMIT_AFTER } from './typedMeans';
import { spotValue, type SpotReading } from './spotReading';

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

const NO_READING = unknown('no reading of it');

/** The window of the die, or none where no die was logged. */
function dieWindow({ die }: MeasuredRun) {
  if (!die?.window) return { dieWindow: null, dieTooShort: '' };
  return { dieWindow: die.window, dieTooShort: isTooShort(die.unsettledReason) ? die.unsettledReason : '' };
}

/** What a mean typed by hand tells of its sensor. */
function typedSensor(readingMean: number, ambientC: number): SensorWindow {
  return {
    measured: readingMean - ambientC,
    maximum: null,
    readingMean,
    readingMaximum: null,
    slopePerMin: null,
    fit: unknown('typed by hand: there is no log'),
    runningAway: false,
    atLimit: false,
    atLimitShare: 0,
  };
}

function sensor(run: MeasuredRun, heading: string): Outcome<RunValue> {
  const { channels, typed } = run;
  const sensorC = channels?.get(heading);
  const typedAmbientC = typed.get('ambient_c') ?? null;
  if (channels && sensorC && !sensorC.every(isMissing)) {
    const log = {
      timeS: channels.get('t_s')!,
      sensorC,
      ambientC: channels.get('ambient_c') ?? null,
      powerW: channels.get('power_w') ?? null,
    };
    return sensorValue(log, { ...run, typedAmbientC, ...dieWindow(run) });
  }
  const mean = typed.get(heading);
  if (mean === undefined) return NO_READING;
  if (typedAmbientC === null) return unknown('no room temperature, logged or typed');
  return known({ ...steady(mean - typedAmbientC), sensor: typedSensor(mean, typedAmbientC) });
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

function clock(run: MeasuredRun): Outcome<RunValue> {
  const mean = windowMean(run, 'clock_mhz') ?? run.typed.get('clock_mhz') ?? null;
  return mean === null ? NO_READING : known(steady(mean));
}

/** The die's log from the moment the load came on, which lies between two samples: in doubt by half of what is between them. */
interface LoadedDie {
  timeS: Float64Array;
  dieC: Float64Array;
  ambientC: Float64Array | null;
  onS: number;
  onDoubtS: number;
}

/** So near to the room a die has had no load yet, K and as a share of the most that it rises. */
const COLD = { k: 5, share: 0.25 };

/**
 * When the load came on: between the last sample without it and the first with it; where no sample is without it, at the first one, and
 * only where the die starts near the room. Not computable where the log holds no beginning.
 */
function loadedDie(run: MeasuredRun): Outcome<LoadedDie> {
  const { channels } = run;
  const dieC = channels?.get('cpu_c');
  if (!channels || !dieC) return NO_READING;
  const timeS = channels.get('t_s')!;
  const ambientC = channels.get('ambient_c') ?? null;
  const stretch = loadStretch(
    { timeS, cpuC: dieC, ambientC, powerW: channels.get('power_w') ?? null },
    run.loadW,
    run.limitC,
  );
  if (!stretch.known) return stretch;
  const { first, last } = stretch.value;
  const log = { timeS, dieC, ambientC };
  const firstS = timeS[first]!;
  if (first > 0) {
    const gapS = firstS - timeS[first - 1]!;
    return known({ ...log, onS: firstS - gapS / 2, onDoubtS: gapS / 2 });
  }
  const roomC = (i: number) => (ambientC ? ambientC[i]! : (run.typed.get('ambient_c') ?? MISSING));
  let most = -Infinity;
  for (let i = first; i <= last; i += 1) {
    const riseK = dieC[i]! - roomC(i);
    if (riseK > most) most = riseK;
  }
  const startK = dieC[first]! - roomC(first);
  if (!(startK <= Math.max(COLD.k, COLD.share * most)))
    return unknown('the log does not hold the beginning: it starts with the load on and the die warm');
  const stepS = last > first ? timeS[first + 1]! - firstS : 0;
  return known({ ...log, onS: firstS - stepS / 2, onDoubtS: stepS / 2 });
}

function burst(run: MeasuredRun, afterS: number): Outcome<RunValue> {
  const loaded = loadedDie(run);
  if (!loaded.known) return loaded;
  const { timeS, dieC, ambientC, onS, onDoubtS } = loaded.value;
  const typed = run.typed.get('ambient_c') ?? MISSING;
  // What follows is not looked at: of an hour's log the first minutes.
  const reachS = reachOf(timeS);
  const { first, end } = samplesBetween(timeS, onS - reachS, onS + afterS + 2 * reachS);
  const riseK = new Float64Array(end - first);
  for (let i = first; i < end; i += 1) riseK[i - first] = dieC[i]! - (ambientC ? ambientC[i]! : typed);
  const at = (later: number) => burstRise(timeS.subarray(first, end), riseK, onS + later, afterS, reachS);
  const rise = at(0);
  if (!rise.known) return rise;
  // What the moment of the load is in doubt by moves the rise along its slope there.
  const [sooner, later] = [at(-onDoubtS), at(onDoubtS)];
  const doubtK = sooner.known && later.known ? Math.abs(later.value - sooner.value) / 2 : 0;
  return known({ ...steady(rise.value), shortfall: doubtK, stepU: run.die?.stepUK ?? 0 });
}

/** How far a log's readings reach: as far as ten seconds, or one and a half of its steps. */
function reachOf(timeS: Float64Array): number {
  return Math.max(LEAST_REACH_S, 1.5 * usualStepS(timeS, 0, Math.min(timeS.length - 1, 600)));
}

/** Seconds from the load until the fitted rise stays within 0.5 K of its end. */
function steadyTime(run: MeasuredRun, die: Reduction, fit: SettlingFit): Outcome<RunValue> {
  const loaded = loadedDie(run);
  if (!loaded.known) return loaded;
  // The fit counts from the first sample with the load on, which lies so much after its moment.
  const { onDoubtS } = loaded.value;
  return known({
    ...steady(fit.timeToHalfKelvinS + onDoubtS),
    settled: die.settled,
    unsettledReason: die.unsettledReason,
    shortfall: onDoubtS,
  });
}

function untilLimit(run: MeasuredRun): Outcome<RunValue> {
  const typed = run.channels ? undefined : run.typed.get(LIMIT_AFTER);
  if (typed !== undefined) return known(steady(typed));
  const loaded = loadedDie(run);
  if (!loaded.known) return loaded;
  const { timeS, dieC, onS, onDoubtS } = loaded.value;
  const seconds = limitTime(timeS, dieC, onS, run.limitC);
  return seconds.known ? known({ ...steady(seconds.value), shortfall: onDoubtS }) : seconds;
}

/**
 * The value of a run for a response (FORMATS, Beyond the die), or why it has none. `place` is where spot readings of
 * that response were taken.
 *
 * Example: Of a run whose log holds `gpu_c`, for ‘gpu-rise’: the mean over the room; for ‘clock’ without a clock: ‘no
 * reading of it’.
 */
export function valueOfRun(run: MeasuredRun, { source }: Response, place: string | null): Outcome<RunValue> {
  const { die } = run;
  switch (source.from) {
    case 'die':
      if (!die) return NO_READING;
      return known(dieValue(die));
    case 'sensor':
      return sensor(run, source.heading);
    case 'clock':
      return clock(run);
    case 'score':
      return run.score === null ? NO_READING : known(steady(run.score));
    case 'reading': {
      const mean = place === null ? null : spotValue(run.readings, source.quantity, place, run.rpm);
      return mean === null ? NO_READING : known({ ...steady(mean.value), readingsU: mean.standardError });
    }
    case 'level':
      return known(steady(run.levelDb));
    case 'loudness':
      return run.sone === null ? NO_READING : known({ ...steady(run.sone.sone), isBound: run.sone.isBound });
    case 'steady-time':
      if (!die?.fit.known) return unknown(die ? 'its settling is not identified' : 'no reading of it');
      return steadyTime(run, die, die.fit.value);
    case 'burst':
      return burst(run, source.afterS);
    case 'limit-time':
      return untilLimit(run);
  }
}
