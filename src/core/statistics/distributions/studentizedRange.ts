import { logGamma } from './logGamma';
import { normalCdf, normalDensity } from './normal';
import { FIRST_COUNT, TABLE, TABLE_PROBABILITY } from './studentizedRangeTable';

const NODES = 24;

/** Nodes and weights of Gauss–Legendre quadrature on −1 to 1, by Newton's method on the Legendre polynomial. */
function gaussLegendre(n: number): { node: number; weight: number }[] {
  return Array.from({ length: n }, (_, i) => {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let derivative = 1;
    for (let step = 0; step < 60; step += 1) {
      let p0 = 1;
      let p1 = x;
      for (let k = 2; k <= n; k += 1) [p0, p1] = [p1, ((2 * k - 1) * x * p1 - (k - 1) * p0) / k];
      derivative = (n * (x * p1 - p0)) / (x * x - 1);
      const move = p1 / derivative;
      x -= move;
      if (Math.abs(move) < 1e-15) break;
    }
    return { node: x, weight: 2 / ((1 - x * x) * derivative * derivative) };
  });
}

const RULE = gaussLegendre(NODES);

function integrate(f: (x: number) => number, from: number, to: number, panels: number): number {
  const half = (to - from) / panels / 2;
  let sum = 0;
  for (let panel = 0; panel < panels; panel += 1) {
    const middle = from + (2 * panel + 1) * half;
    for (const { node, weight } of RULE) sum += weight * f(middle + half * node);
  }
  return sum * half;
}

/** Fixed nodes for the lowest of k normals with φ and Φ there, since only the range w varies. */
const LOWEST = Array.from({ length: 3 }, (_, panel) =>
  RULE.map(({ node, weight }) => {
    const z = -7.5 + (2 * panel + 1 + node) * 2.5;
    return { z, weighted: weight * 2.5 * normalDensity(z), below: normalCdf(z) };
  }),
).flat();

/** Probability that the range of k standard normals is below w. */
function rangeCdf(w: number, k: number): number {
  if (w <= 0) return 0;
  let sum = 0;
  for (const { z, weighted, below } of LOWEST) sum += weighted * (below - normalCdf(z - w)) ** (k - 1);
  return Math.min(1, k * sum);
}

/** A range of normals that is hardly ever passed. */
const CERTAIN_RANGE = 6;
/** Beyond this the range of known spreads differs by less than a thousandth. */
const AS_GOOD_AS_INFINITE = 2000;

function cdf(q: number, k: number, freedom: number): number {
  if (freedom > AS_GOOD_AS_INFINITE) return rangeCdf(q, k);
  const half = freedom / 2;
  const logConstant = Math.log(2) + half * Math.log(half) - logGamma(half);
  const density = (s: number) => Math.exp(logConstant + (freedom - 1) * Math.log(s) - half * s * s);
  const width = 7 / Math.sqrt(2 * freedom);
  const from = Math.max(1e-9, 1 - width);
  const to = 1 + width;
  const inside = (s: number) => density(s) * rangeCdf(q * s, k);
  // Where q·s is large the range is surely below it: most of the bend lies before.
  const bend = Math.min(to, CERTAIN_RANGE / q);
  if (bend <= from) return integrate(inside, from, to, 2);
  return integrate(inside, from, bend, 2) + integrate(inside, bend, to, 1);
}

/** False position with the Illinois step (Dowell & Jarratt 1971), between bounds that hold the quantile. */
function quantile(probability: number, count: number, freedom: number): number {
  const miss = (q: number) => cdf(q, count, freedom) - probability;
  let low = 1;
  let high = 6;
  let missHigh = miss(high);
  while (missHigh < 0) {
    low = high;
    high *= 2;
    missHigh = miss(high);
  }
  let missLow = miss(low);
  let side = 0;
  for (let i = 0; i < 60; i += 1) {
    const q = (low * missHigh - high * missLow) / (missHigh - missLow);
    const here = miss(q);
    if (Math.abs(here) < 1e-7) return q;
    if (here < 0) {
      low = q;
      missLow = here;
      if (side < 0) missHigh /= 2;
      side = -1;
    } else {
      high = q;
      missHigh = here;
      if (side > 0) missLow /= 2;
      side = 1;
    }
  }
  return (low + high) / 2;
}

/** Degrees of freedom at which q is computed; between them it is interpolated. Dense where it bends. */
export const NODES_OF_FREEDOM = [
  1,
  1.1,
  1.25,
  1.4,
  1.6,
  1.8,
  2,
  2.25,
  2.5,
  3,
  3.5,
  4,
  5,
  6,
  7,
  8,
  10,
  12,
  15,
  20,
  30,
  50,
  100,
  300,
  Infinity,
];

/**
 * Upper quantile q by quadrature and false position, for `freedom` as it is; some 10 ms of work.
 * `studentizedRange` has it from a table for the level and the counts that pages ask for.
 *
 * @example studentizedRangeExact(0.95, 3, 10) → 3.8768
 */
export function studentizedRangeExact(probability: number, count: number, freedom: number): number {
  return quantile(probability, count, freedom);
}

/** q at the nodes of a probability and count that the table has not, each computed once. */
function rememberedNodes(): (probability: number, count: number, node: number) => number {
  const stored = new Map<string, number[]>();
  return (probability, count, node) => {
    const key = `${probability} ${count}`;
    const values = stored.get(key) ?? [];
    if (!stored.has(key)) stored.set(key, values);
    return (values[node] ??= quantile(probability, count, NODES_OF_FREEDOM[node]!));
  };
}

const remembered = rememberedNodes();

function atNode(probability: number, count: number, node: number): number {
  const row = probability === TABLE_PROBABILITY ? TABLE[count - FIRST_COUNT] : undefined;
  return row?.[node] ?? remembered(probability, count, node);
}

/** Lagrange's cubic through four points, at x. */
function cubicThrough(x: readonly number[], y: readonly number[], at: number): number {
  return x.reduce(
    (sum, here, i) =>
      sum + x.reduce((term, other, j) => (j === i ? term : (term * (at - other)) / (here - other)), y[i]!),
    0,
  );
}

/**
 * Upper quantile q of the studentized range of `count` means with `freedom` degrees of freedom behind the
 * spread (Infinity where it is known; fractions are allowed): P(range / s < q) = `probability`. By Gauss–Legendre
 * quadrature of the defining double integral and false position at nodes of the freedom, and a cubic in its inverse
 * between them; agrees with the printed tables (Harter 1960) to ±0.003.
 *
 * studentizedRange(0.95, 8, Infinity) is 4.286; studentizedRange(0.95, 3, 10) is 3.877.
 * @throws unless 0 < probability < 1, count ≥ 2, freedom ≥ 1
 */
export function studentizedRange(probability: number, count: number, freedom: number): number {
  if (!(probability > 0 && probability < 1) || !(count >= 2) || !(freedom >= 1)) {
    throw new RangeError(
      `studentizedRange: got probability ${probability}, count ${count}, freedom ${freedom}`,
    );
  }
  let above = NODES_OF_FREEDOM.length - 1;
  while (above > 0 && NODES_OF_FREEDOM[above - 1]! >= freedom) above -= 1;
  if (NODES_OF_FREEDOM[above] === freedom) return atNode(probability, count, above);
  const first = Math.min(Math.max(0, above - 2), NODES_OF_FREEDOM.length - 4);
  const nodes = [first, first + 1, first + 2, first + 3];
  const inverses = nodes.map((node) => 1 / NODES_OF_FREEDOM[node]!);
  const logs = nodes.map((node) => Math.log(atNode(probability, count, node)));
  return Math.exp(cubicThrough(inverses, logs, 1 / freedom));
}
