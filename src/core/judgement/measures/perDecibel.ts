import type { EntryCurve } from '@/core/curves/entryCurve';
import { knotsOf } from '@/core/curves/shape/knots';
import { bareValueAt } from '@/core/curves/valueAtLine';
import { known, unknown, type Outcome } from '@/core/outcome';

/** So much of the curve stands on either side of a knee, dB. */
const LEAST_SIDE_DB = 0.5;
/** Steps of a decibel in which a band is summed, and a knee is looked for. */
const STEP_DB = 0.1;
/** Whole steps lie on whole tenths, whatever the sums of floating numbers are. */
const onTenths = (levelDb: number) => Math.round(levelDb * 1e6) / 1e6;

type AtLevel = (curve: EntryCurve, levelDb: number) => number | null;

/** Resistance of a curve at a level, K/W; null where it has no place there by more than an end's tolerance. */
const resistanceAt: AtLevel = (curve, levelDb) =>
  bareValueAt(curve, onTenths(levelDb))?.resistanceKPerW ?? null;

/** The same of the value. */
const valueOn: AtLevel = (curve, levelDb) => bareValueAt(curve, onTenths(levelDb))?.value ?? null;

const shown = (levelDb: number) => levelDb.toFixed(1);

function covered({ points }: EntryCurve): string {
  return points.length === 0
    ? 'no setting that counts'
    : `measured from ${shown(points[0]!.at)} to ${shown(points.at(-1)!.at)} dB(A)`;
}

/** Mean over a band of noise by the trapezoidal rule in tenths of a decibel; not computable where the curve does not cover it. */
function meanOver(
  name: string,
  curve: EntryCurve,
  { from, to }: { from: number; to: number },
  at: AtLevel,
): Outcome<number> {
  if (!(to > from)) throw new RangeError(`${name}: a band from ${from} to ${to} dB(A) has no width`);
  const count = Math.max(1, Math.round((to - from) / STEP_DB));
  let sum = 0;
  for (let i = 0; i <= count; i += 1) {
    const value = at(curve, from + ((to - from) * i) / count);
    if (value === null) return unknown(`${covered(curve)}, not all of ${shown(from)} to ${shown(to)} dB(A)`);
    sum += (i === 0 || i === count ? 0.5 : 1) * value;
  }
  return known(sum / count);
}

/**
 * Band score: the mean conductance 1/R over a band of noise, W/K. Not computable where the curve does not cover the band.
 *
 * Example: 0.2 K/W all over the band: 5 W/K.
 *
 * @throws where the band has no width
 */
export function bandScore(curve: EntryCurve, band: { from: number; to: number }): Outcome<number> {
  return meanOver('bandScore', curve, band, (of, levelDb) => {
    const resistance = resistanceAt(of, levelDb);
    return resistance === null ? null : 1 / resistance;
  });
}

/**
 * The mean of a response over a band of noise, in its unit. Not computable where the curve does not cover the band.
 *
 * Example: An airspeed that rises evenly from 1 to 2 m/s over the band: 1.5 m/s.
 *
 * @throws where the band has no width
 */
export function bandMean(curve: EntryCurve, band: { from: number; to: number }): Outcome<number> {
  return meanOver('bandMean', curve, band, valueOn);
}

/**
 * The quietest level at which an entry holds a rise, or another value in the response's unit, dB(A): where its curve, judged by
 * the best at or below each level, comes to it. Not computable where it never does, or where its quietest setting that counts is
 * better already.
 *
 * Example: A curve from 45 K at 30 dB(A) to 38 K at 36 dB(A), straight, for 41.5 K: 33 dB(A).
 *
 * @throws where the value is not finite
 */
export function noiseToHold(curve: EntryCurve, value: number, unit = 'K'): Outcome<number> {
  if (!Number.isFinite(value)) throw new RangeError(`noiseToHold: value must be finite, got ${value}`);
  const sign = curve.rule.better === 'higher' ? -1 : 1;
  const judged = knotsOf(curve);
  const [first, last] = [judged[0], judged.at(-1)];
  if (!first || !last) return unknown(covered(curve));
  if (sign * (last.value - value) > 0)
    return unknown(`its best is ${last.value.toFixed(1)} ${unit}, at ${shown(last.at)} dB(A)`);
  if (sign * (first.value - value) < 0)
    return unknown(
      `at its quietest setting that counts, ${shown(first.at)} dB(A), it is at ${first.value.toFixed(1)} ${unit} already`,
    );
  let [low, high] = [first.at, last.at];
  for (let i = 0; i < 50; i += 1) {
    const middle = 0.5 * (low + high);
    const found = bareValueAt(curve, middle);
    if (found && sign * (found.value - value) <= 0) high = middle;
    else low = middle;
  }
  return known(high);
}

/**
 * The knee: the quietest level from which one more decibel lowers R by less than `worth`, a share, dB(A). Not computable
 * where each decibel is worth it to the last, where it lies at an end of the curve, which bears no slope on both sides, or where less
 * than a decibel was measured.
 *
 * Example: A curve that falls by 2 % a decibel up to 36 dB(A) and by 0.1 % from there: a little under 36 dB(A).
 *
 * @throws where the worth is not positive
 */
export function knee(curve: EntryCurve, worth = 0.005): Outcome<number> {
  if (!(worth > 0)) throw new RangeError(`knee: worth must be positive, got ${worth}`);
  const [first, last] = [curve.points[0], curve.points.at(-1)];
  if (!first || !last || last.at - first.at < 1) return unknown(`${covered(curve)}: less than a decibel`);
  const gainFrom = (levelDb: number) => {
    const here = resistanceAt(curve, levelDb);
    const louder = resistanceAt(curve, levelDb + 1);
    return here === null || louder === null ? null : 1 - louder / here;
  };
  const isBeyond = (levelDb: number) => {
    const gain = gainFrom(levelDb);
    return gain !== null && gain < worth;
  };
  const count = Math.floor((last.at - 1 - first.at) / STEP_DB + 1e-9);
  for (let i = 0; i <= count; i += 1) {
    const at = first.at + i * STEP_DB;
    if (!isBeyond(at)) continue;
    if (at - first.at < LEAST_SIDE_DB)
      return unknown(`it lies at or below its quietest setting that counts, ${shown(first.at)} dB(A)`);
    if (last.at - 1 - at < LEAST_SIDE_DB)
      return unknown(`it lies at the end of what was measured, ${shown(last.at)} dB(A)`);
    let [low, high] = [at - STEP_DB, at];
    for (let j = 0; j < 12; j += 1) {
      const middle = 0.5 * (low + high);
      if (isBeyond(middle)) high = middle;
      else low = middle;
    }
    return known(high);
  }
  return unknown('each decibel is worth it up to the loudest setting');
}

/**
 * The level under which a curve surely holds a value: its quietest, where it is as good there; null where it has to come to it, or never does.
 *
 * Example: A curve from 28.7 dB(A) and 36 K up, asked for 39 K: 28.7.
 */
export function holdsUnder(
  { points }: Pick<EntryCurve, 'points'>,
  held: number,
  better: 'lower' | 'higher',
): number | null {
  const first = points[0];
  if (!first) return null;
  return (better === 'lower' ? first.value <= held : first.value >= held) ? first.at : null;
}
