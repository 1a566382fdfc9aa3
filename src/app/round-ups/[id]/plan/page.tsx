import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { minuteNow, today } from '@/app/today';
import { viewPlan } from '@/lab/planning/planView';
import { PlanStage } from '@/stages/plan/planStage';

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  const [view, plan] = await Promise.all([roundUpView(id), viewPlan(id, today())]);
  if (!view || !plan) notFound();
  const now = { day: today(), minute: minuteNow() };
  return <PlanStage data={{ roundUpId: id, title: view.roundUp.title, ...plan, now }} />;
}
