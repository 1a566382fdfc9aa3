import { MISSING } from '../../missing';
import { known, unknown, type Outcome } from '../../outcome';
import { loadStretch } from '../../settling/loadStretch';
import { NO_READING, type MeasuredRun } from '../measuredRun';

/** The die's log from the moment the load came on, which lies between two samples: in doubt by half of what is between them. */
export interface LoadedDie {
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
export function loadedDie(run: MeasuredRun): Outcome<LoadedDie> {
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
