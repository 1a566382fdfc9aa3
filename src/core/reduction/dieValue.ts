import { isMissing, MISSING } from '../missing';
import { known, unknown } from '../outcome';
import type { RunValue } from '../responses/runValue';
import type { Reduction } from './reduceTrace';
import { restatedRise } from './restatedRise';

/** What all readings of a run share: its window, its room and its power. */
export type SharedReduction = Pick<
  Reduction,
  | 'window'
  | 'ambientMeanC'
  | 'ambientSource'
  | 'powerMeanW'
  | 'powerSource'
  | 'roomMovedK'
  | 'levelMovedDb'
  | 'powerMovedShare'
>;

const orNull = (value: number) => (isMissing(value) ? null : value);

/** The die's reduction as the value of a response, as every other sensor has one: 42.5 K restated from 40 K measured. */
export function dieValue(die: Reduction): RunValue {
  return {
    value: die.riseK,
    settled: die.settled,
    unsettledReason: die.unsettledReason,
    shortfall: die.shortfallK,
    stepU: die.stepUK,
    readingsU: 0,
    sensor: {
      measured: die.measuredRiseK,
      maximum: orNull(die.maximumRiseK),
      readingMean: die.cpuMeanC,
      readingMaximum: orNull(die.cpuMaxC),
      slopePerMin: die.slopeKPerMin.known ? die.slopeKPerMin.value : null,
      fit: die.fit,
      tooShort: die.tooShort,
      runningAway: die.runningAway,
      atLimit: die.heatLimited,
      atLimitShare: die.heatLimitedShare,
    },
  };
}

/** R again from what is kept of it. */
function resistanceFrom(
  { powerSource, powerMeanW }: SharedReduction,
  { measured, atLimit }: SensorWindowKept,
  loadW: number,
) {
  const powerAt = powerSource === 'board' || powerSource === 'wall' ? powerSource : 'die';
  return restatedRise(powerMeanW, { loadW, program: false, powerAt }, measured, atLimit).resistanceKPerW;
}

/** The reduction again from its kept parts: the inverse of `dieValue`, with what the run's readings share and its nominal load, W. */
export function reductionFrom(
  shared: SharedReduction,
  loadW: number,
  kept: RunValue & { sensor: SensorWindowKept },
): Reduction {
  const { sensor } = kept;
  // Spelt out: spreads of rows as wide as a run's cost more than the query.
  return {
    window: shared.window,
    ambientMeanC: shared.ambientMeanC,
    ambientSource: shared.ambientSource,
    powerMeanW: shared.powerMeanW,
    powerSource: shared.powerSource,
    roomMovedK: shared.roomMovedK,
    levelMovedDb: shared.levelMovedDb,
    powerMovedShare: shared.powerMovedShare,
    stepUK: kept.stepU,
    settled: kept.settled,
    unsettledReason: kept.unsettledReason,
    tooShort: sensor.tooShort,
    hasDie: true,
    cpuMeanC: sensor.readingMean,
    cpuMaxC: sensor.readingMaximum ?? MISSING,
    measuredRiseK: sensor.measured,
    maximumRiseK: sensor.maximum ?? MISSING,
    resistanceKPerW: resistanceFrom(shared, sensor, loadW),
    riseK: kept.value,
    heatLimited: sensor.atLimit,
    heatLimitedShare: sensor.atLimitShare,
    slopeKPerMin: sensor.slopePerMin === null ? unknown('no slope') : known(sensor.slopePerMin),
    fit: sensor.fit,
    shortfallK: kept.shortfall,
    runningAway: sensor.runningAway,
  };
}

type SensorWindowKept = NonNullable<RunValue['sensor']>;
