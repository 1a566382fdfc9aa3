import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { known, unknown, type Outcome } from '../outcome';
import { normalQuantile } from './distributions/normalQuantile';

/** A reading with the cell whose mean it scatters about, and the group of each source of spread that it belongs to. */
export interface GroupedReading {
  value: number;
  /** What has a mean of its own: an entry at a load and setting. */
  cell: string;
  /** By source: mount, day. Readings of one group share what that source adds. */
  groups: Readonly<Record<string, string>>;
}

/** Sources of spread at a bench, from the slowest. */
export const SPREAD_SOURCES = ['days', 'mounts'] as const;
/** The same where readings of several rigs and revisions stand together. */
export const RIG_SOURCES = ['rigs', ...SPREAD_SOURCES] as const;

export interface VarianceComponent {
  source: string;
  /** Standard deviation that the source adds, in the readings’ unit, with its 95 % interval. */
  sd: number;
  from: number;
  /** Null where it is not bounded: too few groups tell it. */
  to: number | null;
  /** Groups that told it. */
  groups: number;
}

const MOST_READINGS = 100;
const TURNS = 60;
const CLOSE = 1e-5;
/** With less of it an interval has no upper end to speak of. */
const LEAST_FREEDOM = 1;

/** Quantile of chi-square (Wilson & Hilferty 1931). */
function chiSquareQuantile(share: number, freedom: number): number {
  const part = 2 / (9 * freedom);
  return freedom * Math.max(1e-6, 1 - part + normalQuantile(share) * Math.sqrt(part)) ** 3;
}

/** The design of a grouping: readings by groups, ones where they belong together. */
function design(labels: readonly string[]): { z: Matrix; groups: number } {
  const names = [...new Set(labels)];
  const at = new Map(names.map((name, i) => [name, i]));
  const z = Matrix.zeros(labels.length, names.length);
  labels.forEach((label, i) => z.set(i, at.get(label)!, 1));
  return { z, groups: names.length };
}

const trace = (a: Matrix, b: Matrix) => {
  let sum = 0;
  for (let i = 0; i < a.rows; i += 1) for (let j = 0; j < a.columns; j += 1) sum += a.get(i, j) * b.get(j, i);
  return sum;
};

/**
 * How much each source adds to the spread of readings about the means of their cells: components of variance by restricted maximum
 * likelihood, Fisher scoring kept from below nothing by steps of expectation–maximisation (Patterson & Thompson 1971; Searle, Casella
 * & McCulloch 1992, ch. 6), with intervals by Satterthwaite’s degrees of freedom. What is left is `readings`. At most the last 100 are
 * taken.
 *
 * Example: Batches of five with a scatter of 42 between and 50 within: sd 42 for the batches, 50 left.
 *
 * @param sources in the order of the answer
 */
export function varianceComponents(
  given: readonly GroupedReading[],
  sources: readonly string[],
): Outcome<VarianceComponent[]> {
  const readings = given.slice(-MOST_READINGS);
  const n = readings.length;
  const cells = design(readings.map(({ cell }) => cell));
  if (n - cells.groups < 2) return unknown('nothing was repeated');
  const labels = sources.map((source) => readings.map(({ groups }) => groups[source] ?? ''));
  const designs = labels.map(design);
  // A source with one group, or one for each reading, or with the groups of another, cannot be told from the rest.
  const isSame = (a: number, b: number) => {
    const pairs = new Set(readings.map((_, i) => JSON.stringify([labels[a]![i], labels[b]![i]])));
    return pairs.size === designs[a]!.groups && pairs.size === designs[b]!.groups;
  };
  const told = designs.map(
    ({ groups }, k) => groups > 1 && groups < n && !designs.slice(k + 1).some((_, i) => isSame(k, k + 1 + i)),
  );
  const used = designs.filter((_, i) => told[i]);
  const names = sources.filter((_, i) => told[i]);
  const products = [...used.map(({ z }) => z.mmul(z.transpose())), Matrix.eye(n)];
  const sizes = [...used.map(({ groups }) => groups), n];
  const y = Matrix.columnVector(readings.map(({ value }) => value));
  const x = cells.z;
  const around = (() => {
    const means = new Map<string, { sum: number; count: number }>();
    for (const { cell, value } of readings) {
      const own = means.get(cell) ?? { sum: 0, count: 0 };
      means.set(cell, { sum: own.sum + value, count: own.count + 1 });
    }
    return readings.reduce(
      (sum, { cell, value }) => sum + (value - means.get(cell)!.sum / means.get(cell)!.count) ** 2,
      0,
    );
  })();
  if (!(around > 0)) return unknown('all readings of each cell are the same');
  const start = around / (n - cells.groups) / products.length;
  let variances = products.map(() => start);
  let information = Matrix.eye(products.length);
  for (let turn = 0; turn < TURNS; turn += 1) {
    const v = products.reduce(
      (sum, product, k) => sum.add(Matrix.mul(product, variances[k]!)),
      Matrix.zeros(n, n),
    );
    const inverse = solved(v, Matrix.eye(n));
    const vx = inverse.mmul(x);
    const middle = solved(x.transpose().mmul(vx), vx.transpose());
    const p = Matrix.sub(inverse, vx.mmul(middle));
    const py = p.mmul(y);
    const pv = products.map((product) => p.mmul(product));
    const scores = products.map((product, k) => {
      const quadratic = py.transpose().mmul(product).mmul(py).get(0, 0);
      let own = 0;
      for (let i = 0; i < n; i += 1) own += pv[k]!.get(i, i);
      return { quadratic, own };
    });
    information = new Matrix(pv.map((a) => pv.map((b) => trace(a, b) / 2)));
    const gradient = Matrix.columnVector(scores.map(({ quadratic, own }) => (quadratic - own) / 2));
    const step = solved(information, gradient);
    const next = variances.map((variance, k) => {
      const scored = variance + step.get(k, 0);
      if (scored > 0.2 * variance) return scored;
      // Expectation–maximisation never leaves what a variance can be.
      const { quadratic, own } = scores[k]!;
      return Math.max(0, variance + (variance ** 2 * (quadratic - own)) / sizes[k]!);
    });
    const moved = Math.max(...next.map((variance, k) => Math.abs(variance - variances[k]!)));
    variances = next.map((variance) => Math.max(variance, 1e-12 * start));
    if (moved < CLOSE * start) break;
  }
  const covariance = solved(information, Matrix.eye(products.length));
  const component = (source: string, k: number, groups: number): VarianceComponent => {
    const variance = variances[k]!;
    const spread = Math.max(1e-300, covariance.get(k, k));
    const freedom = Math.max(0.5, (2 * variance ** 2) / spread);
    const isNothing = variance < 1e-6 * start;
    return {
      ...{ source, groups, sd: isNothing ? 0 : Math.sqrt(variance) },
      from: isNothing ? 0 : Math.sqrt((freedom * variance) / chiSquareQuantile(0.975, freedom)),
      to: isNothing
        ? Math.sqrt(1.96 * Math.sqrt(spread))
        : freedom < LEAST_FREEDOM
          ? null
          : Math.sqrt((freedom * variance) / chiSquareQuantile(0.025, freedom)),
    };
  };
  return known([
    ...names.map((name, k) => component(name, k, sizes[k]!)),
    component('readings', products.length - 1, n - cells.groups),
  ]);
}

/** Solves a symmetric system, with the little on its diagonal that keeps it solvable; what rounding made uneven is evened. */
function solved(a: Matrix, b: Matrix): Matrix {
  const ridge = 1e-12 * Math.max(...a.diagonal());
  const even = Matrix.add(a, a.transpose())
    .mul(0.5)
    .add(Matrix.mul(Matrix.eye(a.rows), ridge));
  return new CholeskyDecomposition(even).solve(b);
}
