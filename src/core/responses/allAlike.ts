import type { EntryCurve } from '../curves/entryCurve';
import type { Response } from './responses';

/** Clocks that differ by less are the same clock, as a share. */
const SAME_SHARE = 0.005;

/**
 * That a choice of entry does not change what is compared, in words, where all hold the same clock (or score) at every
 * setting that counts; empty where it does change, or for other responses.
 *
 * Example: Clocks of 4200 MHz at every setting: that the choice does not change the speed.
 */
export function allAlike(
  { ofProgram, unit }: Pick<Response, 'ofProgram' | 'unit'>,
  curves: readonly EntryCurve[],
): string {
  if (!ofProgram) return '';
  const values = curves.flatMap((curve) => curve.points.map((point) => point.value));
  const entries = curves.filter((curve) => curve.points.length > 0).length;
  if (entries < 2) return '';
  const least = Math.min(...values);
  const most = Math.max(...values);
  if (!(most - least <= SAME_SHARE * most)) return '';
  const held = `${((least + most) / 2).toFixed(0)} ${unit}`.trim();
  return `All ${entries} hold the same, ${held} to within ${(100 * SAME_SHARE).toFixed(1)} %: which of them is chosen does not change the speed.`;
}
