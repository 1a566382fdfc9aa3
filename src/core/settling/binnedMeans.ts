import { isMissing } from '../missing';

/**
 * Means of y over equal spans of x, for a fit that need not see every sample. Empty spans are left out.
 * `x` must ascend; at most `bins` pairs come back.
 *
 * @example binnedMeans([0, 1, 2, 3], [1, 3, 5, 7], 2) → { x: [0.5, 2.5], y: [2, 6] }
 */
export function binnedMeans(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  bins: number,
): { x: number[]; y: number[] } {
  const outX: number[] = [];
  const outY: number[] = [];
  if (x.length === 0) return { x: outX, y: outY };
  const first = x[0]!;
  const width = (x[x.length - 1]! - first) / bins || 1;
  let bin = 0;
  let count = 0;
  let sumX = 0;
  let sumY = 0;
  const close = () => {
    if (count > 0) {
      outX.push(sumX / count);
      outY.push(sumY / count);
    }
    count = sumX = sumY = 0;
  };
  for (let i = 0; i < x.length; i += 1) {
    if (isMissing(x[i]!) || isMissing(y[i]!)) continue;
    const here = Math.min(bins - 1, Math.floor((x[i]! - first) / width));
    if (here !== bin) {
      close();
      bin = here;
    }
    count += 1;
    sumX += x[i]!;
    sumY += y[i]!;
  }
  close();
  return { x: outX, y: outY };
}
