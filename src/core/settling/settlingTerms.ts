import { solveLinear } from '../statistics/solveLinear';

/** End value and amplitudes at given time constants, s, and what they leave unexplained. */
export interface Candidate {
  taus: number[];
  coefficients: number[];
  residualSquares: number;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += a[i]! * b[i]!;
  return sum;
}

interface Decay {
  column: Float64Array;
  sum: number;
  square: number;
  withY: number;
}

/**
 * Least squares for T∞ and the amplitudes at given time constants (variable projection, Golub & Pereyra
 * 1973). What a time constant brings to the normal equations is computed once, however often it is tried.
 */
export function projection(t: readonly number[], y: readonly number[]): (taus: number[]) => Candidate | null {
  const mean = y.reduce((sum, value) => sum + value, 0) / y.length;
  // Loops, and no callbacks: this is where an import of a thousand logs spends its time.
  const centred = new Float64Array(y.length);
  for (let i = 0; i < y.length; i += 1) centred[i] = y[i]! - mean;
  const total = dot(centred, centred);
  const decays = new Map<number, Decay>();
  const decayOf = (tau: number): Decay => {
    const before = decays.get(tau);
    if (before) return before;
    const column = new Float64Array(t.length);
    let sum = 0;
    let square = 0;
    let withY = 0;
    for (let i = 0; i < column.length; i += 1) {
      const value = -Math.exp(-t[i]! / tau);
      column[i] = value;
      sum += value;
      square += value * value;
      withY += value * centred[i]!;
    }
    const made = { column, sum, square, withY };
    decays.set(tau, made);
    return made;
  };
  return (taus) => {
    const [a, b] = [decayOf(taus[0]!), taus.length > 1 ? decayOf(taus[1]!) : null];
    const right = b ? [0, a.withY, b.withY] : [0, a.withY];
    const across = b ? dot(a.column, b.column) : 0;
    const normal = b
      ? [
          [t.length, a.sum, b.sum],
          [a.sum, a.square, across],
          [b.sum, across, b.square],
        ]
      : [
          [t.length, a.sum],
          [a.sum, a.square],
        ];
    const coefficients = solveLinear(normal, right);
    if (!coefficients) return null;
    const explained = coefficients.reduce((sum, value, i) => sum + value * right[i]!, 0);
    coefficients[0]! += mean;
    return { taus, coefficients, residualSquares: Math.max(0, total - explained) };
  };
}

/** The fitted rise at a time, K. */
export function modelAt(taus: readonly number[], coefficients: readonly number[], t: number): number {
  let value = coefficients[0]!;
  for (let k = 0; k < taus.length; k += 1) value -= coefficients[k + 1]! * Math.exp(-t / taus[k]!);
  return value;
}

/** Finest step of the search, as a ratio of time constants. */
const FINEST = 1.008;
/** Two time constants nearer than this cannot be told apart. */
export const APART = 1.6;

/** Coarse search over log τ, then from the best in ever finer steps while they help. */
export function search(
  count: 1 | 2,
  fitAt: (taus: number[]) => Candidate | null,
  shortest: number,
  longest: number,
) {
  const steps = count === 1 ? 24 : 12;
  const ratio = Math.pow(longest / shortest, 1 / (steps - 1));
  const grid = Array.from({ length: steps }, (_, i) => shortest * Math.pow(ratio, i));
  let best: Candidate | null = null;
  const take = (taus: number[]) => {
    if (taus.some((tau) => tau < shortest || tau > longest)) return false;
    if (count === 2 && taus[0]! < APART * taus[1]!) return false;
    const next = fitAt(taus);
    if (!next || (best && next.residualSquares >= best.residualSquares)) return false;
    best = next;
    return true;
  };
  for (const slow of grid) {
    if (count === 1) take([slow]);
    else for (const fast of grid) take([slow, fast]);
  }
  for (let step = Math.sqrt(ratio), round = 0; best !== null && step > FINEST && round < 60; round += 1) {
    const centre: number[] = (best as Candidate).taus;
    const moves = [1 / step, 1, step];
    let moved = false;
    for (const a of moves) {
      if (count === 1) moved = take([centre[0]! * a]) || moved;
      else for (const b of moves) moved = take([centre[0]! * a, centre[1]! * b]) || moved;
    }
    if (!moved) step = Math.sqrt(step);
  }
  return best as Candidate | null;
}
