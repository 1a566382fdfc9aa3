import { isMissing, MISSING, presentMean } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import { dieValue } from '../reduction/dieValue';
import type { Reduction } from '../reduction/reduceTrace';
import { loadStretch } from '../settling/loadStretch';
import { samplesBetween } from '../settling/samplesBetween';
import { isTooShort } from '../settling/settledWindow';
import { burstRise, REACH_S } from './burstRise';
import { limitTime } from './limitTime';
import type { Response } from './responses';
import { steady, type RunValue, type SensorWindow } from './runValue';
import { sensorValue } from './sensorValue';
import { spotMean, type SpotReading } from './spotReading';

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
  sone: number | null;
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

/** The die's log from the moment the load came on. */
function loadedDie(run: MeasuredRun): Outcome<{ timeS: Float64Array; dieC: Float64Array; onS: number }> {
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
  return stretch.known ? known({ timeS, dieC, onS: timeS[stretch.value.first]! }) : stretch;
}

function burst(run: MeasuredRun, afterS: number): Outcome<RunValue> {
  const loaded = loadedDie(run);
  if (!loaded.known) return loaded;
  const { timeS, dieC, onS } = loaded.value;
  const ambientC = run.channels!.get('ambient_c') ?? null;
  const typed = run.typed.get('ambient_c') ?? MISSING;
  // What follows is not looked at: of an hour's log the first minutes.
  const { first, end } = samplesBetween(timeS, onS - REACH_S, onS + afterS + REACH_S);
  const riseK = new Float64Array(end - first);
  for (let i = first; i < end; i += 1) riseK[i - first] = dieC[i]! - (ambientC ? ambientC[i]! : typed);
  const rise = burstRise(timeS.subarray(first, end), riseK, onS, afterS);
  return rise.known ? known(steady(rise.value)) : rise;
}

function untilLimit(run: MeasuredRun): Outcome<RunValue> {
  const loaded = loadedDie(run);
  if (!loaded.known) return loaded;
  const seconds = limitTime(loaded.value.timeS, loaded.value.dieC, loaded.value.onS, run.limitC);
  return seconds.known ? known(steady(seconds.value)) : seconds;
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
      const mean = place === null ? null : spotMean(run.readings, source.quantity, place, run.rpm);
      return mean === null ? NO_READING : known(steady(mean));
    }
    case 'level':
      return known(steady(run.levelDb));
    case 'loudness':
      return run.sone === null ? NO_READING : known(steady(run.sone));
    case 'steady-time':
      if (!die?.fit.known) return unknown(die ? 'its settling is not identified' : 'no reading of it');
      return known({
        ...steady(die.fit.value.timeToHalfKelvinS),
        settled: die.settled,
        unsettledReason: die.unsettledReason,
      });
    case 'burst':
      return burst(run, source.afterS);
    case 'limit-time':
      return untilLimit(run);
  }
}
