import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { minuteNow, today } from '@/app/today';
import { layPlan } from '@/core/plan/laidPlan';
import { viewPlan } from '@/lab/planning/planView';
import { PrintedSheet } from '@/stages/plan/printedSheet';

export default async function PrintPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const [view, plan] = await Promise.all([roundUpView(id), viewPlan(id, today())]);
  if (!view || !plan) notFound();
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
