import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { studentizedRange } from '@/core/statistics/distributions/studentizedRange';
import type { Variance } from '../statistics/variance';
import { mountNumbers } from '@/core/uncertainty/spreads/mountNumbers';
import { repeatsSpread, type RepeatedSetting } from '@/core/uncertainty/spreads/repeatsSpread';
import { ASSUMED_SPREAD_K } from '../uncertainty/constants';

export interface Repeat {
  run: number;
  entry: string;
  load: string;
  setting: string;
  mount: number;
  value: number;
}

export interface Apart {
  run: number;
  what: 'pass' | 'mount';
  /** How far over (or under) its siblings, K. */
  byK: number;
}

/** Less than this is never said to stand apart, K. */
const LEAST_K = 1;
/** How often a sound entry may have a mount told, and a sound setting a pass. */
const FALSE_MOUNT = 0.045;
const FALSE_PASS = 0.01;
/** What a rig is taken to have where no other entry tells. */
const ASSUMED: Variance = { variance: ASSUMED_SPREAD_K ** 2, freedom: Infinity };
const NOTHING: Variance = { variance: 0, freedom: Infinity };

/** Student's t that one of `count` siblings passes on one side by chance with a probability of `chance` in all (Bonferroni). */
function limitT(chance: number, count: number, freedom: number): number {
  return studentizedRange(1 - (2 * chance) / count, 2, Math.max(1, freedom)) / Math.SQRT2;
}

/**
 * An entry's repeats at one load, as settings of mounts of passes.
 *
 * Example: Two mounts at 40 %: one setting with two mounts, each with its passes.
 */
export function settingsOf(repeats: readonly Repeat[]): RepeatedSetting[] {
  return [...groupBy(repeats, (repeat) => repeat.setting).values()].map((ofSetting) => ({
    cells: [...groupBy(ofSetting, (repeat) => repeat.mount)]
      .sort(([a], [b]) => a - b)
      .map(([mount, repeats]) => ({ mount, value: repeats.map(({ value }) => value) })),
  }));
}

/** Mounts warmer than their entry's others by more than the rig's spread explains: nothing makes a mount too good. */
function oddMounts(
  sweep: readonly Repeat[],
  settings: readonly RepeatedSetting[],
  rest: { mount: Variance; pass: Variance },
): Apart[] {
  const { numbers, passShare } = mountNumbers(
    settings.map(({ cells }) => ({ cells, weight: 1 / settings.length })),
  );
  const count = numbers.length;
  if (count < 2) return [];
  const variance = rest.mount.variance + rest.pass.variance * passShare;
  const t = limitT(FALSE_MOUNT, count, rest.mount.freedom);
  return numbers.flatMap(({ mount, value }) => {
    const byK = value - mean(numbers.filter((other) => other.mount !== mount).map((other) => other.value));
    const sigmaK = Math.sqrt(variance * (1 + 1 / (count - 1)));
    if (!(byK > Math.max(LEAST_K, t * sigmaK))) return [];
    return sweep
      .filter((repeat) => repeat.mount === mount)
      .map(({ run }) => ({ run, what: 'mount' as const, byK }));
  });
}

/** Passes that stand off the others of their mount; of two the warmer is told. */
function oddPasses(sweep: readonly Repeat[], pass: Variance): Apart[] {
  const cells = groupBy(sweep, (repeat) => [repeat.setting, repeat.mount].join('\n'));
  return [...cells.values()].flatMap((cell) => {
    if (cell.length < 2) return [];
    const sigmaK = Math.sqrt(pass.variance * (1 + 1 / (cell.length - 1)));
    const limitK = Math.max(LEAST_K, limitT(FALSE_PASS, cell.length, pass.freedom) * sigmaK);
    const offsets = cell.map((repeat) => ({
      run: repeat.run,
      byK: repeat.value - mean(cell.filter((other) => other !== repeat).map((other) => other.value)),
    }));
    // The furthest, which bends what the others are held to; of two the warmer.
    const furthest = offsets.reduce((a, b) =>
      (cell.length === 2 ? b.byK > a.byK : Math.abs(b.byK) > Math.abs(a.byK)) ? b : a,
    );
    return Math.abs(furthest.byK) > limitK ? [{ ...furthest, what: 'pass' as const }] : [];
  });
}

/**
 * The one test of repeats, used everywhere: a pass (within its mount) or a mount (within its entry and load) stands
 * apart when it lies over 1 K from its siblings, and further than the rig's own spread explains: as the other entries
 * of the load show it, so that a bad mount does not hide behind itself. A sound entry of any number of mounts has one
 * told in at most 5 of 100 cases (Student's t, Bonferroni); only a warmer mount is told, and of two passes the warmer.
 *
 * Example: Passes of 40.0, 40.1 and 42.0 K at one mount: the third is an outlier by 1.95 K.
 */
export function standsApart(repeats: readonly Repeat[]): Apart[] {
  const apart: Apart[] = [];
  for (const ofLoad of groupBy(repeats, (repeat) => repeat.load).values()) {
    const sweeps = [...groupBy(ofLoad, (repeat) => repeat.entry).values()].map((sweep) => ({
      sweep,
      settings: settingsOf(sweep),
    }));
    for (const { sweep, settings } of sweeps) {
      const hasRepeats = settings.some(({ cells }) => cells.length > 1 || cells[0]!.value.length > 1);
      if (!hasRepeats) continue;
      const others = sweeps.filter((other) => other.sweep !== sweep);
      const { mount, pass } = repeatsSpread(others.map((other) => other.settings));
      // Where no pass was repeated, what mounts scatter by holds it.
      const rest = { mount: mount ?? ASSUMED, pass: pass ?? (mount ? NOTHING : ASSUMED) };
      apart.push(...oddMounts(sweep, settings, rest), ...oddPasses(sweep, pass ?? ASSUMED));
    }
  }
  return apart.sort((a, b) => (a.what === b.what ? 0 : a.what === 'mount' ? -1 : 1));
}
