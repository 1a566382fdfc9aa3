import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { median } from '../statistics/median';
import { robustSigma } from '../statistics/robustSigma';

export interface Repeat {
  run: number;
  entry: string;
  load: string;
  setting: string;
  mount: number;
  riseK: number;
}

export interface Apart {
  run: number;
  what: 'pass' | 'mount';
  /** How far over (or under) its siblings, K. */
  byK: number;
}

/** Less than this is never said to stand apart, K. */
const LEAST_K = 1;
const SCATTERS = 4;

interface Offset {
  runs: number[];
  byK: number;
}

/** What lies outside: over 1 K and over four robust standard deviations of all offsets of its sort. */
function outside(offsets: readonly Offset[], what: Apart['what']): Apart[] {
  if (offsets.length === 0) return [];
  const sigma = robustSigma(offsets.map((of) => of.byK));
  const limit = Math.max(LEAST_K, SCATTERS * sigma);
  return offsets
    .filter((of) => Math.abs(of.byK) > limit)
    .flatMap((of) => of.runs.map((run) => ({ run, what, byK: of.byK })));
}

/**
 * Distance from the median of all siblings. Of two that differ either may be wrong: the warmer is told, since
 * nothing makes a mount too good.
 */
function fromTheOthers(values: readonly number[], i: number): number {
  if (values.length === 2) return Math.max(0, values[i]! - values[1 - i]!);
  return values[i]! - median(values);
}

function passOffsets(repeats: readonly Repeat[]): Offset[] {
  const cells = groupBy(repeats, (of) => [of.entry, of.load, of.setting, of.mount].join('\n'));
  return [...cells.values()]
    .filter((cell) => cell.length > 1)
    .flatMap((cell) =>
      cell.map((of, i) => ({
        runs: [of.run],
        byK: fromTheOthers(
          cell.map((one) => one.riseK),
          i,
        ),
      })),
    );
}

/** A mount is compared with the other mounts of its entry over the settings that both have. */
function mountOffsets(repeats: readonly Repeat[]): Offset[] {
  const offsets: Offset[] = [];
  for (const sweep of groupBy(repeats, (of) => [of.entry, of.load].join('\n')).values()) {
    const mounts = [...groupBy(sweep, (of) => of.mount)];
    if (mounts.length < 2) continue;
    const bySetting = [...groupBy(sweep, (of) => of.setting).values()];
    for (const [mount, runs] of mounts) {
      const differences: number[] = [];
      for (const ofSetting of bySetting) {
        const byMount = [...groupBy(ofSetting, (of) => of.mount)];
        const at = byMount.findIndex(([one]) => one === mount);
        if (at < 0 || byMount.length < 2) continue;
        differences.push(
          fromTheOthers(
            byMount.map(([, of]) => median(of.map((one) => one.riseK))),
            at,
          ),
        );
      }
      if (differences.length > 0) offsets.push({ runs: runs.map((of) => of.run), byK: mean(differences) });
    }
  }
  return offsets;
}

/**
 * The one test of repeats, used everywhere: a pass (within its mount) or a mount (within its entry and
 * load) stands apart when it lies over 1 K, and over four robust standard deviations of all such offsets
 * in the round-up, from the median of its siblings. With two, the warmer is told.
 */
export function standsApart(repeats: readonly Repeat[]): Apart[] {
  return [...outside(mountOffsets(repeats), 'mount'), ...outside(passOffsets(repeats), 'pass')];
}
