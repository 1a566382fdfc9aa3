import { known, unknown, type Outcome } from '../outcome';
import { fTail } from '@/core/statistics/distributions/fTail';
import { solveLinear } from '../statistics/solveLinear';
import { interval95 } from '../uncertainty/interval95';

/** A heatsink with a fan at the line: its resistance, K/W, with variance and the freedom behind it. */
export interface GridCell {
  heatsink: string;
  fan: string;
  resistanceKPerW: number;
  variance: number;
  freedom: number;
}

/** How much better or worse than the mean of its kind, as a share of R − shared: −0.05 is 5 % less; with its 95 % interval. */
export interface GridEffect {
  name: string;
  share: number;
  from: number;
  to: number;
}

/** What a heatsink's own fan costs it against the best fan of the grid. */
export interface HeldBack {
  heatsink: string;
  ownFan: string;
  bestFan: string;
  /** Less R − shared with the best fan, as a share, with its 95 % interval. */
  share: number;
  from: number;
  to: number;
}

export interface GridFit {
  /** Best first. */
  heatsinks: GridEffect[];
  fans: GridEffect[];
  heldBack: HeldBack[];
  /** Whether heatsinks and fans act on each other, by F; not computable where no cell is left over for it. */
  interaction: Outcome<{ f: number; above: number; below: number; p: number }>;
  /** What was never measured, and what the effects say it would be, K/W. */
  holes: { heatsink: string; fan: string; resistanceKPerW: number }[];
}

/**
 * Whether heatsinks and fans were crossed at all: two heatsinks share two fans. What hangs together by one alone tells nothing of how
 * they act on each other.
 *
 * @example hasGrid([{ heatsink: 'A', fan: 'x' }, { heatsink: 'B', fan: 'x' }, { heatsink: 'B', fan: 'y' }]) → false
 */
export function hasGrid(cells: readonly Pick<GridCell, 'heatsink' | 'fan'>[]): boolean {
  const fansOf = (heatsink: string) =>
    new Set(cells.filter((cell) => cell.heatsink === heatsink).map(({ fan }) => fan));
  const heatsinks = [...new Set(cells.map(({ heatsink }) => heatsink))].map(fansOf);
  return heatsinks.some((one, i) =>
    heatsinks.slice(i + 1).some((other) => [...one].filter((fan) => other.has(fan)).length > 1),
  );
}

/** The pieces of a grid that hang together by shared heatsinks or fans. */
function piecesOf(cells: readonly GridCell[]): GridCell[][] {
  const pieces: GridCell[][] = [];
  for (const cell of cells) {
    const touched = pieces.filter((piece) =>
      piece.some(({ heatsink, fan }) => heatsink === cell.heatsink || fan === cell.fan),
    );
    for (const piece of touched) pieces.splice(pieces.indexOf(piece), 1);
    pieces.push([...touched.flat(), cell]);
  }
  return pieces;
}

const named = (cells: readonly GridCell[], part: 'heatsink' | 'fan') => [
  ...new Set(cells.map((cell) => cell[part])),
];

function inPieces(pieces: readonly (readonly GridCell[])[]): string {
  const told = pieces.map(
    (piece) => `${named(piece, 'heatsink').join(', ')} with ${named(piece, 'fan').join(', ')}`,
  );
  const missing = pieces.slice(1).map((piece) => `${pieces[0]![0]!.heatsink} with ${piece[0]!.fan}`);
  return `the grid is in ${pieces.length} pieces (${told.join('; ')}): measure ${missing.join(' and ')} to join them`;
}

/** Satterthwaite's freedom of a mean of variances. */
function pooled(cells: readonly { variance: number; freedom: number }[]) {
  const variance = cells.reduce((sum, cell) => sum + cell.variance, 0) / cells.length;
  const squares = cells.reduce((sum, cell) => sum + cell.variance ** 2 / Math.max(1, cell.freedom), 0);
  return { variance, freedom: squares > 0 ? (cells.length * variance) ** 2 / squares : Infinity };
}

/**
 * Effects of heatsinks and fans on lg(R − shared) at the line by least squares of the two-way additive layout (Scheffé, The
 * Analysis of Variance, ch. 4), holes allowed where the grid hangs together; the spread is that of the cells, pooled. The
 * interaction is what the layout leaves over against that spread. `sharedKPerW` is what no heatsink and no fan changes (die, paste,
 * spreader). `ownFans` names the fan that each heatsink is sold with.
 *
 * Example: Two heatsinks with the same two fans, R of 0.20, 0.24 and 0.25, 0.30: the first is 11 % under the mean, and nothing is
 * left over.
 *
 * @throws where a variance is negative
 */
export function heatsinkFanGrid(
  cells: readonly GridCell[],
  sharedKPerW: number,
  ownFans: Readonly<Record<string, string>> = {},
): Outcome<GridFit> {
  if (!cells.every(({ variance }) => variance >= 0))
    throw new RangeError('heatsinkFanGrid: variances must be 0 or more');
  const heatsinks = named(cells, 'heatsink');
  const fans = named(cells, 'fan');
  if (heatsinks.length < 2 || fans.length < 2)
    return unknown('a grid needs two heatsinks and two fans, one fan at least on two heatsinks');
  const over = cells.find(({ resistanceKPerW }) => !(resistanceKPerW > sharedKPerW));
  if (over)
    return unknown(
      `the shared part of ${sharedKPerW} K/W is not under ${over.heatsink} with ${over.fan}, ${over.resistanceKPerW.toFixed(3)} K/W`,
    );
  const pieces = piecesOf(cells);
  if (pieces.length > 1) return unknown(inPieces(pieces));
  const logs = cells.map(({ resistanceKPerW, variance, freedom }) => ({
    y: Math.log10(resistanceKPerW - sharedKPerW),
    variance: variance / ((resistanceKPerW - sharedKPerW) * Math.LN10) ** 2,
    freedom,
  }));
  const spread = pooled(logs);
  // Unknowns: a level for each heatsink, and a step for each fan but the first.
  const columns = heatsinks.length + fans.length - 1;
  const design = cells.map(({ heatsink, fan }) => {
    const row = new Array<number>(columns).fill(0);
    row[heatsinks.indexOf(heatsink)] = 1;
    const at = fans.indexOf(fan);
    if (at > 0) row[heatsinks.length + at - 1] = 1;
    return row;
  });
  const normal = Array.from({ length: columns }, (_, i) =>
    Array.from({ length: columns }, (__, j) => design.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
  );
  const right = Array.from({ length: columns }, (_, i) =>
    design.reduce((sum, row, k) => sum + row[i]! * logs[k]!.y, 0),
  );
  const solved = solveLinear(normal, right)!;
  const t = interval95(1, spread.freedom);
  /** A contrast of the unknowns with the half-width of its interval. */
  const contrast = (weights: readonly number[]) => {
    const value = weights.reduce((sum, weight, i) => sum + weight * solved[i]!, 0);
    const through = solveLinear(normal, weights)!;
    const factor = weights.reduce((sum, weight, i) => sum + weight * through[i]!, 0);
    return { value, half: t * Math.sqrt(Math.max(0, factor) * spread.variance) };
  };
  const asShare = ({ value, half }: { value: number; half: number }) => ({
    share: 10 ** value - 1,
    from: 10 ** (value - half) - 1,
    to: 10 ** (value + half) - 1,
  });
  const heatsinkWeights = (at: number) =>
    Array.from({ length: columns }, (_, i) =>
      i < heatsinks.length ? Number(i === at) - 1 / heatsinks.length : 0,
    );
  const fanWeights = (at: number, less: number | null) =>
    Array.from({ length: columns }, (_, i) => {
      const fan = i - heatsinks.length + 1;
      if (fan < 1) return 0;
      return Number(fan === at) - (less === null ? 1 / fans.length : Number(fan === less));
    });
  const byShare = (a: GridEffect, b: GridEffect) => a.share - b.share;
  const effects = {
    heatsinks: heatsinks
      .map((name, i): GridEffect => ({ name, ...asShare(contrast(heatsinkWeights(i))) }))
      .sort(byShare),
    fans: fans
      .map((name, i): GridEffect => ({ name, ...asShare(contrast(fanWeights(i, null))) }))
      .sort(byShare),
  };
  const bestFan = effects.fans[0]!.name;
  const heldBack = heatsinks.flatMap((heatsink): HeldBack[] => {
    const ownFan = ownFans[heatsink];
    if (ownFan === undefined || !fans.includes(ownFan) || ownFan === bestFan) return [];
    const gain = contrast(fanWeights(fans.indexOf(bestFan), fans.indexOf(ownFan)));
    return [{ heatsink, ownFan, bestFan, ...asShare(gain) }];
  });
  const predicted = (heatsink: number, fan: number) =>
    solved[heatsink]! + (fan > 0 ? solved[heatsinks.length + fan - 1]! : 0);
  const above = cells.length - columns;
  const leftOver = cells.reduce(
    (sum, { heatsink, fan }, k) =>
      sum + (logs[k]!.y - predicted(heatsinks.indexOf(heatsink), fans.indexOf(fan))) ** 2,
    0,
  );
  const f = leftOver / above / spread.variance;
  const measured = new Set(cells.map(({ heatsink, fan }) => `${heatsink}\n${fan}`));
  return known({
    ...effects,
    heldBack,
    interaction:
      above < 1
        ? unknown('each cell is needed for the effects: add one more heatsink with one more fan')
        : !(spread.variance > 0)
          ? unknown('the scatter of the cells is not known')
          : known({ f, above, below: spread.freedom, p: fTail(f, above, spread.freedom) }),
    holes: heatsinks.flatMap((heatsink, i) =>
      fans.flatMap((fan, j) =>
        measured.has(`${heatsink}\n${fan}`)
          ? []
          : [{ heatsink, fan, resistanceKPerW: sharedKPerW + 10 ** predicted(i, j) }],
      ),
    ),
  });
}
