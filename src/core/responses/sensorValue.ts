import { isMissing, MISSING, presentMean } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import { frozenChannel } from '../reduction/frozenChannel';
import { stepUncertainty } from '../reduction/sensorStep';
import { judgeSettling } from '../settling/judgeSettling';
import { loadStretch } from '../settling/loadStretch';
import { samplesBetween } from '../settling/samplesBetween';
import { settledWindow } from '../settling/settledWindow';
import type { RunValue } from './runValue';

export interface SensorLog {
  timeS: Float64Array;
  /** The sensor, °C; MISSING where there is no reading. */
  sensorC: Float64Array;
  ambientC: Float64Array | null;
  powerW: Float64Array | null;
}

export interface SensorRule {
  loadW: number;
  windowS: number;
  typedAmbientC: number | null;
  /** The die's settled window; null where no die was logged, and the sensor has its own. */
  dieWindow: { startS: number; endS: number } | null;
  /** Why the die's window is none to stand on; empty where it is. */
  dieTooShort: string;
}

/** Less of the window with readings than this gives no mean to trust. */
const LEAST_PRESENT_SHARE = 0.5;

function inWindow(timeS: Float64Array, { startS, endS }: { startS: number; endS: number }) {
  const { first, end } = samplesBetween(timeS, startS, endS);
  return { first, last: end - 1 };
}

/** The largest of the values that are there. */
function largest(values: Float64Array): number {
  return values.reduce((most, value) => (isMissing(value) ? most : Math.max(most, value)), -Infinity);
}

/**
 * Mean rise of a sensor over the room in the die's settled window, K (FORMATS step 11): not restated by watts, and
 * settled only where this sensor itself is, by the rule of step 1. Not computable without a room, or without readings.
 *
 * Example: A card at 63 °C for the die's 300 s in a room of 22 °C: 41 K, settled where it stood still.
 */
export function sensorValue(log: SensorLog, rule: SensorRule): Outcome<RunValue> {
  const { timeS, sensorC, ambientC, powerW } = log;
  if (!ambientC && rule.typedAmbientC === null) return unknown('no room temperature, logged or typed');
  const stretch = loadStretch({ timeS, cpuC: sensorC, ambientC, powerW }, rule.loadW, Infinity);
  if (!stretch.known) return stretch;
  const own = rule.dieWindow ? null : settledWindow(timeS, stretch.value, rule.windowS);
  const { first, last } = rule.dieWindow
    ? inWindow(timeS, rule.dieWindow)
    : own!.known
      ? own!.value
      : stretch.value;
  if (last - first < 2) return unknown('fewer than three readings in the window');
  const from = Math.min(stretch.value.first, first);
  const clock = timeS.subarray(from, last + 1);
  const riseK = Float64Array.from(clock, (_, i) => {
    const roomC = ambientC ? ambientC[from + i]! : rule.typedAmbientC!;
    return isMissing(sensorC[from + i]!) || isMissing(roomC) ? MISSING : sensorC[from + i]! - roomC;
  });
  const offset = first - from;
  const value = presentMean(riseK, offset);
  if (isMissing(value)) return unknown('no reading of it with the room in the window');
  const window = { startS: timeS[first]!, endS: timeS[last]! };
  const { against, shortfallK, slopeKPerMin, fit, isRunningAway } = judgeSettling(
    clock,
    riseK,
    offset,
    window,
  );
  const windowK = riseK.subarray(offset);
  const present = windowK.reduce((count, rise) => count + (isMissing(rise) ? 0 : 1), 0);
  if (present < LEAST_PRESENT_SHARE * windowK.length)
    against.unshift(`readings for only ${present} of the ${windowK.length} samples in the window`);
  if (frozenChannel(timeS, sensorC, first, last + 1))
    against.unshift('the log does not change: the same to the last digit for the whole window');
  if (own && !own.known) against.unshift(own.reason);
  if (rule.dieTooShort) against.unshift(rule.dieTooShort);
  return known({
    value,
    settled: against.length === 0,
    unsettledReason: against.join('; '),
    shortfall: shortfallK,
    stepU: stepUncertainty([sensorC, ambientC], first, last + 1),
    readingsU: 0,
    sensor: {
      measured: value,
      maximum: largest(windowK),
      readingMean: presentMean(sensorC, first, last + 1),
      readingMaximum: largest(sensorC.subarray(first, last + 1)),
      slopePerMin: slopeKPerMin.known ? slopeKPerMin.value : null,
      fit,
      tooShort: rule.dieTooShort || (own && !own.known ? own.reason : ''),
      runningAway: isRunningAway,
      atLimit: false,
      atLimitShare: 0,
    },
  });
}
