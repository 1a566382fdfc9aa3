import { layPlan } from '@/core/plan/laidPlan';
import { runSheetCalendar } from '@/formats/runSheetCalendar';
import { viewPlan } from './planView';
import { viewRoundUp } from './roundUpView';

/** What is left of a plan as iCalendar; null where there is no such round-up. */
export async function planCalendar(
  roundUpId: number,
  now: { day: string; minute: number },
): Promise<string | null> {
  const [view, plan] = await Promise.all([viewRoundUp(roundUpId), viewPlan(roundUpId, now.day)]);
  if (!view || !plan) return null;
  const names = new Map(plan.entries.map((of) => [of.entry, of.name]));
  return runSheetCalendar(layPlan(plan.sheet.body, { ...plan, now }), plan.sheet.body.settings, {
    title: view.roundUp.title,
    uid: `round-up-${roundUpId}`,
    nameOf: (entry) => names.get(entry) ?? entry,
  });
}
