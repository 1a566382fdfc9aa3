import { notFound } from 'next/navigation';
import { minuteNow, today } from '@/app/today';
import { layPlan } from '@/core/plan/laidPlan';
import { viewPlan } from '@/lab/planning/planView';
import { PrintedSheet } from '@/stages/plan/printedSheet';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: 'Run sheet' };

export default async function PrintPage(address: Address) {
  const { id, view } = await asked(address);
  const plan = await viewPlan(id, today());
  if (!plan) notFound();
  const laid = layPlan(plan.sheet.body, { ...plan, now: { day: today(), minute: minuteNow() } });
  const names = new Map(plan.entries.map((entry) => [entry.entry, entry.name]));
  return (
    <PrintedSheet
      title={view.roundUp.title}
      settings={plan.sheet.body.settings}
      laid={laid}
      nameOf={(entry) => names.get(entry) ?? entry}
    />
  );
}
