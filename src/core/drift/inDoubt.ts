import type { ChartedPoint } from './controlChart';

/** A run as far as doubt reaches it. */
export interface DatedRun {
  id: number;
  atMs: number;
}

/** What is told of a break: times in ms since 1970, and the runs in doubt with the version that was seen. */
export interface DoubtNotice {
  product: string;
  brokeMs: number;
  lastGoodMs: number | null;
  goodAgainMs: number | null;
  /** Of the runs in doubt: those that count now, and those that are held. */
  counting: { id: number; version: number }[];
  held: { id: number; version: number }[];
}

export interface Doubt<P extends ChartedPoint, R extends DatedRun> {
  /** The control that broke, and the last good one before it, of whichever cooler; null where none was. */
  broke: P;
  lastGood: P | null;
  /** The first good one after it; null where none is yet. */
  goodAgain: P | null;
  runs: R[];
}

/**
 * The newest break among the re-tests of all controls, and the runs that it puts in doubt: those after the last good control and
 * before the first good one that follows, whichever cooler that was. A re-test that nothing could be held against clears nothing.
 * Null where none broke.
 *
 * Example: Controls on the 1st, 8th and 15th, the last of them broken: the runs since the 8th.
 *
 * @param points in order of time
 */
export function runsInDoubt<P extends ChartedPoint, R extends DatedRun>(
  points: readonly P[],
  runs: readonly R[],
): Doubt<P, R> | null {
  const last = points.findLastIndex(({ broken }) => broken.length > 0);
  if (last < 0) return null;
  // A stretch of broken controls is one break.
  let first = last;
  while (first > 0 && points[first - 1]!.broken.length > 0) first -= 1;
  const lastGood = points[first - 1] ?? null;
  const goodAgain = points.slice(last + 1).find(({ z }) => z !== null) ?? null;
  return {
    ...{ broke: points[first]!, lastGood, goodAgain },
    runs: runs.filter(
      ({ atMs }) => atMs > (lastGood?.atMs ?? -Infinity) && atMs < (goodAgain?.atMs ?? Infinity),
    ),
  };
}
