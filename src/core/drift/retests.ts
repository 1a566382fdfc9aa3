import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import type { Variance } from '../statistics/variance';

/** A control’s run, as its course needs it. */
export interface CourseRun {
  id: number;
  revision: number;
  mount: number;
  /** Load and setting: what may be averaged, and what only beside its own mean. */
  point: string;
  atMs: number;
  value: number;
}

/** A control put on the rig once: how far it stood from its own means over all settings that it was read at. */
export interface Retest {
  atMs: number;
  revision: number;
  mount: number;
  /** Mean deviation from the control's own mean of each setting, plus its mean over all; in the response's unit. */
  value: number;
  /** Standard uncertainty of that by its settings among themselves; null from one setting. */
  uncertainty: number | null;
  runs: number[];
}

/** Runs of one number of a mount further apart than this are another mount, numbered anew, ms. */
const ONE_MOUNT_MS = 24 * 3600_000;

/** Runs by the mount that they were made at: one that goes on the next morning is one, whatever hour it is. */
function mountings(runs: readonly CourseRun[]): CourseRun[][] {
  return [...groupBy(runs, ({ revision, mount }) => `${revision} ${mount}`).values()].flatMap((numbered) => {
    const ordered = [...numbered].sort((a, b) => a.atMs - b.atMs);
    return ordered.reduce<CourseRun[][]>((all, run) => {
      const last = all.at(-1);
      if (last && run.atMs - last.at(-1)!.atMs <= ONE_MOUNT_MS) last.push(run);
      else all.push([run]);
      return all;
    }, []);
  });
}

/**
 * Re-tests of a control in order of time: of each mount the mean over its settings of how far each stands from the control's own
 * mean there, so that a re-test at two settings and one at five are on one scale; shown on the mean of all.
 *
 * Example: 50 and 60 K at two settings, then 51 and 61: 55.0 − 0.5 and 55.0 + 0.5.
 */
export function retests(runs: readonly CourseRun[]): Retest[] {
  if (runs.length === 0) return [];
  const means = new Map(
    [...groupBy(runs, ({ point }) => point)].map(([point, own]) => [
      point,
      mean(own.map(({ value }) => value)),
    ]),
  );
  const middle = mean([...means.values()]);
  return mountings(runs)
    .map((own) => {
      const away = own.map(({ point, value }) => value - means.get(point)!);
      const offset = mean(away);
      const squares = away.reduce((sum, each) => sum + (each - offset) ** 2, 0);
      return {
        ...{
          atMs: Math.min(...own.map(({ atMs }) => atMs)),
          revision: own[0]!.revision,
          mount: own[0]!.mount,
        },
        value: middle + offset,
        uncertainty: away.length > 1 ? Math.sqrt(squares / (away.length - 1) / away.length) : null,
        runs: own.map(({ id }) => id),
      };
    })
    .sort((a, b) => a.atMs - b.atMs || a.mount - b.mount);
}

/** Longer apart than this, what two mounts differ by is the rig’s months as well, ms. */
const NEAR_MS = 14 * 86_400_000;

/**
 * What coolers that were mounted again within a fortnight tell of a mount’s spread on this rig: half of the mean square of successive
 * differences (von Neumann 1941), so that what drifts over months is no part of it. Null where nothing was.
 *
 * Example: Two mounts of one cooler 0.6 K apart: 0.18 K², with one degree of freedom.
 */
export function retestSpread(courses: readonly (readonly Retest[])[]): Variance | null {
  let [squares, freedom] = [0, 0];
  for (const tests of courses)
    for (const own of groupBy(tests, ({ revision }) => revision).values())
      own.slice(1).forEach(({ atMs, value }, i) => {
        if (atMs - own[i]!.atMs > NEAR_MS) return;
        squares += (value - own[i]!.value) ** 2 / 2;
        freedom += 1;
      });
  return freedom > 0 && squares > 0 ? { variance: squares / freedom, freedom } : null;
}
