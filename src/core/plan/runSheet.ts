import type { Mounting, PlannedPoint } from './mountings';
import {
  coolDownMinutes,
  quietFrom,
  readingMinutes,
  soakMinutes,
  spanMin,
  warmUpMinutes,
  type PlanEntry,
  type PlanSettings,
} from './planSettings';

export type StepKind = 'mount' | 'warm-up' | 'soak' | 'wait' | 'reading' | 'cool-down';

/** A step of the sheet; times in minutes from the midnight before the first day. */
export interface Step {
  kind: StepKind;
  fromMin: number;
  toMin: number;
  point?: PlannedPoint | undefined;
}

/** What of a mounting falls on one day. */
export interface SheetPart {
  id: string;
  /** Days from the first. */
  day: number;
  fromMin: number;
  toMin: number;
  /** It began on an earlier day and stayed on the rig. */
  continued: boolean;
  steps: Step[];
}

export interface RunSheet {
  parts: SheetPart[];
  endMin: number;
  /** Time at the bench, first step to last of each day, min. */
  benchMin: number;
  /** Time lost waiting for the quiet hours, min. */
  waitedMin: number;
  readings: number;
}

const DAY_MIN = 24 * 60;

/**
 * Weekday of a day of the sheet, 0 Sunday to 6 Saturday.
 *
 * @example weekdayOf('2026-11-25', 1) → 4
 */
export function weekdayOf(startOn: string, day: number): number {
  return (new Date(`${startOn}T00:00:00Z`).getUTCDay() + day) % 7;
}

/**
 * Lays mountings into working days: mount, warm-up, then a soak and a reading for each point, with the cooler
 * left on and warmed up again where a day ends between two points. A reading only ever begins and ends in the
 * quiet hours; a soak that is through before waits. `isDone` leaves out what was measured already, and nothing
 * begins before `notBeforeMin`. Both in the sheet's own minutes; see `planProblems` for what cannot be laid.
 *
 * Example: A mounting of 5 min, warm-up of 10 and three points of 20 min: 75 minutes, in one day where they fit.
 */
export function runSheet(
  settings: PlanSettings,
  entries: readonly PlanEntry[],
  order: readonly Mounting[],
  more: { isDone?: (mounting: Mounting, point: PlannedPoint) => boolean; notBeforeMin?: number } = {},
): RunSheet {
  const entryOf = new Map(entries.map((entry) => [entry.entry, entry]));
  const workMin = spanMin(settings.workFromMin, settings.workToMin);
  const works = (day: number) => settings.weekdays.includes(weekdayOf(settings.startOn, day));
  const nextStart = (after: number) => {
    for (let day = after; day < after + 7; day += 1) if (works(day)) return day;
    throw new RangeError('runSheet: no working day in the week');
  };
  let day = nextStart(0);
  let now = day * DAY_MIN + settings.workFromMin;
  const endOfDay = () => day * DAY_MIN + settings.workFromMin + workMin;
  const toNextDay = () => {
    day = nextStart(day + 1);
    now = day * DAY_MIN + settings.workFromMin;
  };
  const notBefore = more.notBeforeMin ?? 0;
  while (endOfDay() <= notBefore) toNextDay();
  now = Math.max(now, notBefore);

  const sheet: RunSheet = { parts: [], endMin: now, benchMin: 0, waitedMin: 0, readings: 0 };
  for (const mounting of order) {
    const points = mounting.points.filter((point) => !more.isDone?.(mounting, point));
    if (points.length === 0) continue;
    const entry = entryOf.get(mounting.entry)!;
    const soakMin = soakMinutes(entry, settings);
    const warmUpMin = warmUpMinutes(entry, settings);
    const coolDownMin = coolDownMinutes(entry, settings);
    const readingMin = readingMinutes(entry, settings);
    let part: SheetPart | null = null;
    const begin = (continued: boolean) => {
      part = { id: mounting.id, day, fromMin: now, toMin: now, continued, steps: [] };
      sheet.parts.push(part);
    };
    const step = (kind: StepKind, lastsMin: number, point?: PlannedPoint) => {
      if (lastsMin <= 0) return;
      part!.steps.push({ kind, fromMin: now, toMin: now + lastsMin, point });
      now += lastsMin;
      part!.toMin = now;
    };
    // What the first point needs on top of itself must fit before the day ends.
    const needs = (leadMin: number) => {
      const readAt = quietFrom(settings, now + leadMin + soakMin, readingMin);
      return readAt + readingMin <= endOfDay();
    };
    if (!needs(settings.mountMin + warmUpMin)) toNextDay();
    begin(points.length < mounting.points.length);
    step('mount', settings.mountMin);
    step('warm-up', warmUpMin);
    for (const point of points) {
      if (!needs(0)) {
        step('cool-down', Math.min(coolDownMin, endOfDay() - now));
        toNextDay();
        begin(true);
        step('warm-up', warmUpMin);
      }
      step('soak', soakMin, point);
      const waitMin = quietFrom(settings, now, readingMin) - now;
      step('wait', waitMin, point);
      sheet.waitedMin += waitMin;
      step('reading', readingMin, point);
      sheet.readings += 1;
    }
    step('cool-down', Math.min(coolDownMin, endOfDay() - now));
    sheet.endMin = now;
  }
  for (const part of sheet.parts) sheet.benchMin += part.toMin - part.fromMin;
  return sheet;
}
