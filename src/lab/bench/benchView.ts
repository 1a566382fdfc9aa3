import { loadKey } from '@/core/runs/load';
import type { BenchState } from '@/core/bench/benchState';
import type { RemountAdvice } from '@/core/bench/remountAdvice';
import { groupBy } from '@/core/statistics/groupBy';
import { dayAfter } from '@/core/plan/laidPlan';
import type { UpcomingMount } from '@/core/plan/upcomingMount';
import { quietFrom, soakMinutes, type PlanSettings } from '@/core/plan/planSettings';
import { lastSession, openSession, type BenchSession } from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { viewPlan } from '../planning/planView';
import { viewRoundUp } from '../model/roundUpView';
import { adviseMount } from './mountAgain';
import { layNow, type Now } from './startMount';

export interface BenchView {
  planWritten: boolean;
  /** Why the plan cannot be run; empty where it can. */
  problem: string;
  planned: number;
  done: number;
  upcoming: UpcomingMount[];
  /** What order the plan would rather have; empty where all is well. */
  breaks: string[];
  /** Soak of the cooler on the rig, by its own runs where there are some, min. */
  soakMin: number;
  /** The fans that belong on it, in words; empty where none are noted or nothing is on the rig. */
  fansOnRig: string;
  /** The plan's quiet hours, where it is outside of them now; null within. */
  quietHours: { fromMin: number; toMin: number } | null;
  /** Title and id of the round-up whose mount is on the rig, where it is another. */
  busyWith: { id: number; title: string } | null;
  last: { session: BenchSession; advice: RemountAdvice } | null;
}

function isQuiet(settings: PlanSettings, minute: number): boolean {
  return quietFrom(settings, minute, 1) === minute;
}

/** What the Bench page shows beside the live figures: the plan's next mounts, and what was said of the last one. */
export async function viewBench(roundUpId: number, now: Now): Promise<BenchView | null> {
  const [plan, view] = await Promise.all([viewPlan(roundUpId, now.day), viewRoundUp(roundUpId)]);
  if (!plan || !view) return null;
  const { open, last, other } = await withDatabase(async (db) => {
    const open = await openSession(db);
    const elsewhere = open !== null && open.roundUpId !== roundUpId;
    return {
      open,
      last: await lastSession(db, roundUpId),
      other: elsewhere ? await getRoundUp(db, open.roundUpId) : null,
    };
  });
  const laid = layNow(plan, now);
  const planned = new Map(plan.entries.map((entry) => [entry.entry, entry]));
  const { settings } = plan.sheet.body;
  const upcoming = laid.order.flatMap((mounting): UpcomingMount[] => {
    const todo = mounting.points.filter((point) => !laid.isDone(mounting, point));
    const left = todo.length;
    const parts = laid.sheet?.parts.filter((part) => part.id === mounting.id) ?? [];
    const first = parts[0];
    if (left === 0 || !first || mounting.id === open?.mounting) return [];
    return [
      {
        id: mounting.id,
        entry: mounting.entry,
        name: planned.get(mounting.entry)?.name ?? mounting.entry,
        fans: planned.get(mounting.entry)?.fans ?? '',
        mount: mounting.mount,
        isControl: mounting.isControl,
        left,
        lastsMin: parts.reduce((sum, part) => sum + part.toMin - part.fromMin, 0),
        day: dayAfter(settings.startOn, first.day),
        fromMin: first.fromMin - first.day * 24 * 60,
        begun: left < mounting.points.length,
        points: [...groupBy(todo, loadKey).values()].map((points) => ({
          load: points[0]!,
          settings: points.map((point) => point.setting),
        })),
      },
    ];
  });
  const onRig = plan.entries.find((entry) => entry.entry === open?.state.entry);
  const ended = last?.ended && last.state.phase === 'done' ? last : null;
  const advice = ended ? await adviseMount(roundUpId, view.runs, ended.state) : ({ advice: 'none' } as const);
  return {
    planWritten: plan.sheet.version > 0,
    problem: laid.problems[0]?.message ?? '',
    planned: laid.planned,
    done: laid.done,
    upcoming,
    breaks: laid.breaks.map((other) => other.message),
    fansOnRig: onRig?.fans ?? '',
    soakMin: onRig ? soakMinutes(onRig, settings) : settings.airSoakMin,
    quietHours: isQuiet(settings, now.minute)
      ? null
      : { fromMin: settings.quietFromMin, toMin: settings.quietToMin },
    busyWith: other && { id: other.id, title: other.title },
    last: last && { session: last, advice },
  };
}

/** What the Bench page is given; the live part comes by events. */
export type BenchData = Omit<BenchView, 'last'> & {
  roundUpId: number;
  last: { state: BenchState; advice: RemountAdvice } | null;
  origin: string;
  today: string;
};
