import { settlingFit, settlingFitAt } from '../settling/settlingFit';
import { toCome } from '../settling/toCome';
import { windowSlope } from '../settling/windowSlope';
import { againstSettled } from '../settling/settledRule';
import { STILL_TO_COME_K } from '../settling/steady';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

export interface SettlingGauge {
  /** Slope over the window so far, K/min; null before there is one. */
  slopeKPerMin: number | null;
  /** End value by the fit with the half-width of its 95 % interval, K; null where the data cannot tell yet. */
  endK: number | null;
  endDoubtK: number | null;
  /** How far the mean over the window stands short of that end, K; null where it cannot be told. */
  shortK: number | null;
  /** Until 0.3 K are left, s; 0 where there are fewer; null where it cannot be told. */
  leftS: number | null;
  /** The rule of FORMATS step 1 holds now. */
  settled: boolean;
  /** Why it does not, in words; empty where it does. */
  why: string;
}

const LEAST_S = 60;
/** The rise follows a moving room late: this share of what the room moved stays in the end value. */
const ROOM_SHARE = 0.35;

/**
 * How a soak stands: its slope now, the end that the settling fit predicts with its doubt, and the time left. `timeS`
 * ascends from the moment of the setting, s; `riseK` over the room as it is, `roomC` the room itself. The doubt is the
 * fit's own standard error and what the moving room leaves in it.
 *
 * Example: Of a rise that climbs by 0.5 K/min at the end of a fit with τ = 4 min: its slope, an end 2 K above, and the
 * minutes left.
 */
export function settlingGauge(
  timeS: ArrayLike<number>,
  riseK: ArrayLike<number>,
  roomC: ArrayLike<number>,
  windowS: number,
  isHeld = false,
): SettlingGauge {
  const nothing = {
    slopeKPerMin: null,
    shortK: null,
    endK: null,
    endDoubtK: null,
    leftS: null,
    settled: false,
  };
  const last = timeS.length - 1;
  if (last < 2 || timeS[last]! - timeS[0]! < LEAST_S) return { ...nothing, why: 'just begun' };
  let first = last;
  while (first > 0 && timeS[first - 1]! > timeS[last]! - windowS) first -= 1;
  const cut = (like: ArrayLike<number>, from: number) =>
    Float64Array.from({ length: last + 1 - from }, (_, i) => like[from + i]!);
  const slope = windowSlope(cut(timeS, first), cut(riseK, first));
  const slopeKPerMin = slope.known ? slope.value.kPerMin : null;
  const coveredS = timeS[last]! - timeS[0]!;
  const fit = settlingFit(timeS, riseK);
  let endK: number | null = null;
  let endDoubtK: number | null = null;
  let leftS: number | null = null;
  let shortK: number | null = null;
  if (fit.known) {
    let low = Infinity;
    let high = -Infinity;
    for (let i = 0; i <= last; i += 1) {
      low = Math.min(low, roomC[i]!);
      high = Math.max(high, roomC[i]!);
    }
    endK = fit.value.endK;
    endDoubtK = Math.hypot(NORMAL_95 * fit.value.endStandardErrorK, ROOM_SHARE * (high - low));
    let sum = 0;
    for (let i = first; i <= last; i += 1) sum += settlingFitAt(fit.value, timeS[i]!);
    shortK = endK - sum / (last + 1 - first);
    leftS = 0;
    for (
      let ahead = 0;
      Math.abs(endK - settlingFitAt(fit.value, timeS[last]! + ahead)) >= STILL_TO_COME_K;
      ahead += 10
    ) {
      leftS = ahead + 10;
      if (ahead > 6 * 3600) {
        leftS = null;
        break;
      }
    }
    if (leftS !== null) leftS = Math.max(leftS, windowS - coveredS, 0);
  }
  const [against] = againstSettled(slope, toCome(fit, slope, coveredS, isHeld));
  const why =
    coveredS < windowS - 1
      ? `${Math.ceil((windowS - coveredS) / 60)} min of window still to fill`
      : (against ?? '');
  return { slopeKPerMin, shortK, endK, endDoubtK, leftS, settled: why === '', why };
}
