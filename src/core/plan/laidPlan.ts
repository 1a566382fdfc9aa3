import { loadKey, type Load } from '../runs/load';
import { doneBy, type DoneRun } from './doneRuns';
import { designedMountings, inOrder, type Mounting, type PlannedPoint } from './mountings';
import { orderBreaks, type OrderBreak } from './orderBreaks';
import type { PlanSheet } from './planSheet';
import { planProblems, type PlanEntry } from './planSettings';
import { tooLarge } from './planSize';
import { runSheet, type RunSheet } from './runSheet';

const DAY_MS = 24 * 60 * 60 * 1000;

/**
 * Whole days from one to another, both as 2026-12-01.
 *
 * @example daysBetween('2026-11-25', '2026-12-01') → 6
 */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY_MS);
}

/**
 * The day so many days after one, as 2026-12-01.
 *
 * @example dayAfter('2026-11-30', 1) → '2026-12-01'
 */
export function dayAfter(startOn: string, days: number): string {
  return new Date(Date.parse(`${startOn}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
}

export interface LaidPlan {
  problems: { field: string; message: string }[];
  order: Mounting[];
  breaks: OrderBreak[];
  /** What is left to do, laid into days from now on. */
  sheet: RunSheet | null;
  isDone: (mounting: Mounting, point: PlannedPoint) => boolean;
  planned: number;
  done: number;
  loads: Load[];
}

/**
 * A plan as it stands: its order, what that breaks, what was measured, and the rest laid out from now.
 *
 * Example: Of a plan of which half was measured: the other half, laid out from the hour it is.
 */
export function layPlan(
  plan: PlanSheet,
  scene: {
    entries: readonly (PlanEntry & { name: string })[];
    loads: readonly Load[];
    done: readonly DoneRun[];
    now: { day: string; minute: number };
  },
): LaidPlan {
  const { settings } = plan;
  const loads = scene.loads.filter((load) => !plan.droppedLoads.includes(loadKey(load)));
  const problems = planProblems(settings, scene.entries);
  if (loads.length === 0) problems.push({ field: 'loads', message: 'every heat load is left out' });
  const large = tooLarge(settings, scene.entries, loads.length);
  if (large) problems.push({ field: 'size', message: large });
  const isDone = doneBy(scene.done);
  if (problems.length > 0)
    return { problems, order: [], breaks: [], sheet: null, isDone, planned: 0, done: 0, loads };
  const order = inOrder(designedMountings(settings, scene.entries, loads), plan.order);
  const names = new Map(scene.entries.map((entry) => [entry.entry, entry.name]));
  const planned = order.reduce((sum, mounting) => sum + mounting.points.length, 0);
  const done = order.reduce(
    (sum, mounting) => sum + mounting.points.filter((point) => isDone(mounting, point)).length,
    0,
  );
  const sinceStart = daysBetween(settings.startOn, scene.now.day) * 24 * 60 + scene.now.minute;
  return {
    problems,
    order,
    breaks: orderBreaks(order, settings.controlEvery, (entry) => names.get(entry) ?? entry),
    sheet: runSheet(settings, scene.entries, order, { isDone, notBeforeMin: Math.max(0, sinceStart) }),
    isDone,
    planned,
    done,
    loads,
  };
}
