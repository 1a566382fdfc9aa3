export interface Pchip {
  x: readonly number[];
  y: readonly number[];
  slopes: readonly number[];
}

/** Three-point end slope that keeps the shape (Fritsch & Carlson's PCHIM). */
function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const slope = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (Math.sign(slope) !== Math.sign(d0)) return 0;
  if (Math.sign(d0) !== Math.sign(d1) && Math.abs(slope) > 3 * Math.abs(d0)) return 3 * d0;
  return slope;
}

/**
 * Monotone piecewise cubic Hermite interpolant through (x, y): F. N. Fritsch and R. E. Carlson, SIAM J.
 * Numer. Anal. 17 (1980) 238, with the weighted harmonic slopes of their PCHIM routine. It never leaves
 * the range of neighbouring points. `x` must ascend strictly; one point is a curve of one point.
 *
 * @example pchipAt(pchip([0, 1, 2], [0, 1, 4]), 1).y → 1
 * @throws where x does not ascend or the lengths differ
 */
export function pchip(x: readonly number[], y: readonly number[]): Pchip {
  const n = x.length;
  if (n === 0 || n !== y.length) throw new RangeError(`pchip: ${n} x and ${y.length} y values`);
  const h: number[] = [];
  const d: number[] = [];
  for (let i = 0; i + 1 < n; i += 1) {
    const step = x[i + 1]! - x[i]!;
    if (!(step > 0)) throw new RangeError(`pchip: x must ascend, got ${x[i]} then ${x[i + 1]}`);
    h.push(step);
    d.push((y[i + 1]! - y[i]!) / step);
  }
  if (n === 1) return { x, y, slopes: [0] };
  if (n === 2) return { x, y, slopes: [d[0]!, d[0]!] };
  const slopes = [endSlope(h[0]!, h[1]!, d[0]!, d[1]!)];
  for (let i = 1; i + 1 < n; i += 1) {
    if (d[i - 1]! * d[i]! <= 0) {
      slopes.push(0);
      continue;
    }
    const w1 = 2 * h[i]! + h[i - 1]!;
    const w2 = h[i]! + 2 * h[i - 1]!;
    slopes.push((w1 + w2) / (w1 / d[i - 1]! + w2 / d[i]!));
  }
  slopes.push(endSlope(h[n - 2]!, h[n - 3]!, d[n - 2]!, d[n - 3]!));
  return { x, y, slopes };
}

/**
 * Value and slope of the interpolant at `at`, with the piece it lies in and how far along (0 to 1).
 *
 * @example pchipAt(pchip([0, 1], [0, 10]), 0.5).y → 5
 * @throws outside the ends: a curve is never carried beyond its points
 */
export function pchipAt(
  curve: Pchip,
  at: number,
): { y: number; slope: number; piece: number; along: number } {
  const { x, y, slopes } = curve;
  const n = x.length;
  if (!(at >= x[0]! && at <= x[n - 1]!))
    throw new RangeError(`pchipAt: ${at} is outside ${x[0]} to ${x[n - 1]}`);
  if (n === 1) return { y: y[0]!, slope: 0, piece: 0, along: 0 };
  let piece = 0;
  while (piece < n - 2 && at >= x[piece + 1]!) piece += 1;
  const h = x[piece + 1]! - x[piece]!;
  const t = (at - x[piece]!) / h;
  const y0 = y[piece]!;
  const y1 = y[piece + 1]!;
  const m0 = slopes[piece]! * h;
  const m1 = slopes[piece + 1]! * h;
  const value =
    (2 * t ** 3 - 3 * t ** 2 + 1) * y0 +
    (t ** 3 - 2 * t ** 2 + t) * m0 +
    (3 * t ** 2 - 2 * t ** 3) * y1 +
    (t ** 3 - t ** 2) * m1;
  const slope =
    ((6 * t ** 2 - 6 * t) * y0 +
      (3 * t ** 2 - 4 * t + 1) * m0 +
      (6 * t - 6 * t ** 2) * y1 +
      (3 * t ** 2 - 2 * t) * m1) /
    h;
  return { y: value, slope, piece, along: t };
}
