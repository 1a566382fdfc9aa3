import { MISSING } from '../../missing';
import { known, unknown, type Outcome } from '../../outcome';
import type { Reduction } from '../../reduction/reduceTrace';
import { samplesBetween } from '../../settling/samplesBetween';
import type { SettlingFit } from '../../settling/settlingFit';
import { usualStepS } from '../../settling/standsForS';
import { burstRise, LEAST_REACH_S } from '../burstRise';
import type { Kind } from '../kind';
import { limitTime } from '../limitTime';
import { NO_READING, type MeasuredRun } from '../measuredRun';
import { steady, type RunValue } from '../runValue';
import { LIMIT_AFTER } from '../typedMeans';
import { loadedDie } from './loadedDie';

/** How far a log's readings reach: as far as ten seconds, or one and a half of its steps. */
function reachOf(timeS: Float64Array): number {
  return Math.max(LEAST_REACH_S, 1.5 * usualStepS(timeS, 0, Math.min(timeS.length - 1, 600)));
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

/** Until the fitted rise of the die stays within half a kelvin of its end. */
export const STEADY_TIME: Kind<'steady-time'> = {
  valueOf: (run) => {
    const { die } = run;
    if (!die) return NO_READING;
    return die.fit.known ? steadyTime(run, die, die.fit.value) : unknown('its settling is not identified');
  },
  figure: () => 'the time from which on the fitted rise of the die stays within 0.5 K of its end',
};

/** The rise so many seconds after the load came on. */
export const BURST: Kind<'burst'> = {
  valueOf: (run, { afterS }) => burst(run, afterS),
  figure: ({ source }) => `the rise of the die over room air ${source.afterS} s after the load came on`,
};

/** From the load to the temperature limit. */
export const LIMIT_TIME: Kind<'limit-time'> = {
  valueOf: untilLimit,
  figure: () =>
    'the time from the load until the die came within 0.8 K of its limit; entries that never did have none',
};
