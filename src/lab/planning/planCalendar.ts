import { layPlan } from '@/core/plan/laidPlan';
import { runSheetCalendar } from '@/formats/runSheetCalendar';
import { viewPlan } from './planView';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { Refused } from '../refusal';
import { viewRoundUp } from '../model/roundUpView';

/**
 * What is left of a plan as iCalendar; null where there is no such round-up.
 * @throws Refused where the plan cannot be laid
 */
export async function planCalendar(
  roundUpId: number,
  now: { day: string; minute: number },
): Promise<string | null> {
  const [view, plan] = await Promise.all([viewRoundUp(roundUpId), viewPlan(roundUpId, now.day)]);
  if (!view || !plan) return null;
  const names = new Map(plan.entries.map((entry) => [entry.entry, entry.name]));
  const laid = layPlan(plan.sheet.body, { ...plan, now });
  if (laid.problems.length > 0) throw new Refused(`The plan cannot be laid: ${laid.problems[0]!.message}.`);
  const words = await readCoverWords(roundUpId);
  return runSheetCalendar(laid, plan.sheet.body.settings, {
    title: words.text(view.roundUp.title),
    uid: `round-up-${roundUpId}`,
    nameOf: (entry) => names.get(entry) ?? entry,
  });
}
