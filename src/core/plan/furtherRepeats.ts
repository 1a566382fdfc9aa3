import { layPlan } from './laidPlan';
import type { OwnRepeats } from './planSettings';
import type { PlanSheet } from './planSheet';

/**
 * A plan with some entries measured more often than it says; what it had of its own for others stays.
 *
 * Example: Two mounts for all and five for ‘a’, then four for ‘b’: five for ‘a’, four for ‘b’, two for the others.
 */
export function withRepeats(plan: PlanSheet, own: readonly OwnRepeats[]): PlanSheet {
  const kept = plan.settings.own ?? [];
  const raised = own.map((more) => {
    const had = kept.find(({ entry }) => entry === more.entry);
    return {
      entry: more.entry,
      mounts: Math.max(more.mounts, had?.mounts ?? 0),
      passes: Math.max(more.passes, had?.passes ?? 0),
    };
  });
  const others = kept.filter(({ entry }) => !raised.some((each) => each.entry === entry));
  return { ...plan, settings: { ...plan.settings, own: [...others, ...raised] } };
}

/**
 * Hours at the bench that further repeats of some entries add to what a plan has left, controls between them included; 0 where
 * the plan has them already, null where one of the two cannot be laid.
 *
 * Example: Two mounts more of a cooler that takes two hours a mount: four hours, and a control's where one falls between.
 */
export function furtherHours(
  plan: PlanSheet,
  own: readonly OwnRepeats[],
  scene: Omit<Parameters<typeof layPlan>[1], 'now'>,
): number | null {
  const leftMin = (sheet: PlanSheet) =>
    layPlan(sheet, { ...scene, now: { day: sheet.settings.startOn, minute: 0 } }).sheet?.benchMin ?? null;
  const [now, then] = [leftMin(plan), leftMin(withRepeats(plan, own))];
  return now === null || then === null ? null : Math.max(0, then - now) / 60;
}
