import { controlChart, type ChartedPoint } from '@/core/drift/controlChart';
import { checkOffset, CHECK_LIMIT, type RigBook } from '@/core/rig/instrument';
import { groupBy } from '@/core/statistics/groupBy';
import { mean } from '@/core/statistics/mean';
import { median } from '@/core/statistics/median';
import type { RigRun } from '@/database/runs/controlRuns';

export interface InstrumentCourse {
  name: string;
  unit: string;
  decimals: number;
  points: ChartedPoint[];
  /** Off by more than this it fails, whatever the chart says; null where no limit is known. */
  limit: number | null;
}

/** Of one evening there is no course to speak of. */
const LEAST_CHARTED = 2;

/** Courses of a rig’s instruments: the checks of the day, the room alone, and the power that flowed. */
export function instrumentCourses(runs: readonly RigRun[], book: RigBook | null): InstrumentCourse[] {
  const made: InstrumentCourse[] = [];
  for (const [kind, name, unit] of [
    ['calibrator', 'Meter on the calibrator, off by', 'dB'],
    ['cold start', 'Room probe less die at a cold start', 'K'],
    ['second probe', 'Room probe less a second one beside it', 'K'],
  ] as const) {
    const checks = (book?.checks ?? [])
      .filter((check) => check.kind === kind && !Number.isNaN(Date.parse(check.on)))
      .map((check) => ({ atMs: Date.parse(check.on), value: checkOffset(check) }))
      // A book holds the newest first, also within a day.
      .reverse()
      .sort((a, b) => a.atMs - b.atMs);
    if (checks.length > 0)
      made.push({ name, unit, decimals: 2, points: controlChart(checks), limit: CHECK_LIMIT[kind] });
  }
  const byDay = [...groupBy(runs, ({ startedAt }) => startedAt.slice(0, 10))].map(([day, own]) => ({
    day,
    own,
  }));
  const daily = (name: string, unit: string, decimals: number, valueOf: (own: RigRun[]) => number | null) => {
    const points = byDay
      .flatMap(({ day, own }) => {
        const value = valueOf(own);
        return value === null || Number.isNaN(Date.parse(day)) ? [] : [{ atMs: Date.parse(day), value }];
      })
      .sort((a, b) => a.atMs - b.atMs);
    if (points.length >= LEAST_CHARTED)
      made.push({ name, unit, decimals, points: controlChart(points), limit: null });
  };
  daily('Room noise, middle of the session', 'dB(A)', 1, (own) => median(own.map(({ floorDb }) => floorDb)));
  daily('Power that flowed, of what was set', '', 4, (own) => {
    const shares = own.flatMap(({ powerShare }) => powerShare ?? []);
    return shares.length > 0 ? mean(shares) : null;
  });
  return made;
}
