import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { normalCdf, normalDensity } from '../statistics/normal';
import type { MountMean } from '../curves/settings/settingMeans';

/** Where a spread was learnt (FORMATS step 10). */
export type SpreadSource = 'own' | 'control' | 'round-up' | 'assumed';

/** A variance and the degrees of freedom behind it. */
export interface Variance {
  variance: number;
  freedom: number;
}

export interface SpreadComponents {
  /** Of a single reading at one mount; null where nothing was repeated. */
  pass: Variance | null;
  /** Of a mount alone, what its passes leave in its mean taken off; null where nothing was remounted. */
  mount: Variance | null;
}

/** What a spread is learnt from: a setting's readings, by mount and pass. */
export interface SpreadSetting {
  mounts: readonly Pick<MountMean, 'mount' | 'value' | 'passValues'>[];
}

export interface RigSpread {
  control: SpreadComponents;
  roundUp: SpreadComponents;
}

/**
 * Sample variance of two or more values, in their unit squared.
 *
 * @example sampleVariance([1, 2, 3]) → 1
 */
export function sampleVariance(values: readonly number[]): number {
  const middle = mean(values);
  return values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1);
}

/** Sums of squares over their degrees of freedom, gathered from many places. */
class Pooled {
  private squares = 0;
  freedom = 0;
  add(squares: number, freedom: number): void {
    this.squares += squares;
    this.freedom += freedom;
  }
  variance(): Variance | null {
    return this.freedom > 0 ? { variance: this.squares / this.freedom, freedom: this.freedom } : null;
  }
}

/** A cell of the table of an entry's mounts by its settings. */
interface Cell {
  meanK: number;
  passes: number;
}

/**
 * An entry's mounts (rows) by the settings that all of them were read at (columns); null where no two share one.
 *
 * Example: Two mounts read at 40 % and at 60 %: a table of two rows and two columns.
 */
export function mountTable(sweep: readonly SpreadSetting[]): { mounts: number[]; rows: Cell[][] } | null {
  const remounted = sweep.filter((setting) => setting.mounts.length > 1);
  if (remounted.length === 0) return null;
  const most = Math.max(...remounted.map((setting) => setting.mounts.length));
  const fullest = remounted.find((setting) => setting.mounts.length === most)!;
  const mounts = fullest.mounts.map((mount) => mount.mount);
  const shared = remounted.filter((setting) =>
    mounts.every((mount) => setting.mounts.some((other) => other.mount === mount)),
  );
  const rows = mounts.map((mount) =>
    shared.map((setting) => {
      const { value: value, passValues: passValues } = setting.mounts.find((other) => other.mount === mount)!;
      return { meanK: value, passes: passValues.length };
    }),
  );
  return { mounts, rows };
}

/** What a table of mounts by settings says of single readings: how far its cells stand off rows and columns. */
function scatterOfCells(table: readonly Cell[][]): { squares: number; freedom: number } {
  const rows = table.map((row) => mean(row.map((cell) => cell.meanK)));
  const columns = table[0]!.map((_, j) => mean(table.map((row) => row[j]!.meanK)));
  const all = mean(rows);
  let squares = 0;
  table.forEach((row, i) =>
    row.forEach((cell, j) => {
      squares += cell.passes * (cell.meanK - rows[i]! - columns[j]! + all) ** 2;
    }),
  );
  return { squares, freedom: (table.length - 1) * (columns.length - 1) };
}

/**
 * Mean of what is left of an estimate of a variance that cannot be under zero but may have been found there by
 * chance: E[max(0, X)] of a normal X. Noise of passes that hides a mount's spread is no proof that there is none.
 */
function positivePart(meanK2: number, deviationK2: number): number {
  if (!(deviationK2 > 0)) return Math.max(0, meanK2);
  const z = meanK2 / deviationK2;
  return meanK2 * normalCdf(z) + deviationK2 * normalDensity(z);
}

/** How much of the chance of a difference of mean squares is held for what it may hide. */
const HIDDEN_SHARE = 0.5;

/**
 * Variance of a mount alone: a mount's mean over its readings has variance σm² + σp²/n, so the passes' share is taken
 * off, and only that (Searle, Casella & McCulloch, Variance Components, ch. 3). `inverseReadings` is the mean of 1/n.
 */
function mountAlone(
  meanSquareK2: number,
  freedom: number,
  pass: Variance | null,
  inverseReadings: number,
): Variance {
  const ofPassesK2 = (pass?.variance ?? 0) * inverseReadings;
  const deviationK2 = HIDDEN_SHARE * ofPassesK2 * Math.sqrt(2 / freedom);
  return { variance: positivePart(meanSquareK2 - ofPassesK2, deviationK2), freedom };
}

function components(sweeps: readonly (readonly SpreadSetting[])[]): SpreadComponents {
  const passes = new Pooled();
  for (const setting of sweeps.flat())
    for (const { passValues: passValues } of setting.mounts)
      if (passValues.length > 1)
        passes.add((passValues.length - 1) * sampleVariance(passValues), passValues.length - 1);
  const tables = sweeps.flatMap((sweep) => mountTable(sweep) ?? []).map((other) => other.rows);
  const mounts = new Pooled();
  let inverseReadings = 0;
  for (const table of tables) {
    const cells = scatterOfCells(table);
    passes.add(cells.squares, cells.freedom);
    const own = table.length - 1;
    mounts.add(own * sampleVariance(table.map((row) => mean(row.map((cell) => cell.meanK)))), own);
    const settings = table[0]!.length;
    inverseReadings += own * mean(table.map((row) => mean(row.map((cell) => 1 / cell.passes)) / settings));
  }
  const pass = passes.variance();
  const meanSquare = mounts.variance();
  if (!meanSquare) return { pass, mount: null };
  const { variance: variance, freedom } = meanSquare;
  return { pass, mount: mountAlone(variance, freedom, pass, inverseReadings / freedom) };
}

/**
 * Spread of rises at one load, K², pooled over the control entries and over the whole round-up. A mount shifts a whole
 * sweep alike, a pass one reading: two-way table of an entry's mounts by its settings, its mounts for the one, what is
 * left in its cells and passes for the other (Searle, Casella & McCulloch, ch. 3 and 4). So an entry brings as many
 * degrees of freedom for mounts as it had mounts less one, however many settings were read.
 *
 * Example: Two entries with two mounts each, 0.4 K apart whatever the setting: a mount variance near 0.08 K².
 */
export function rigSpread(
  sweeps: readonly { isControl: boolean; settings: readonly SpreadSetting[] }[],
): RigSpread {
  const split = groupBy(sweeps, (sweep) => sweep.isControl);
  return {
    control: components((split.get(true) ?? []).map((sweep) => sweep.settings)),
    roundUp: components(sweeps.map((sweep) => sweep.settings)),
  };
}
