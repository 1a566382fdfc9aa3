import { PAGES } from '@/contracts/roundUpPages';
import { notFound } from 'next/navigation';
import { minuteNow, today } from '@/app/today';
import { viewPlan } from '@/lab/planning/planView';
import { PlanStage } from '@/stages/plan/planStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.plan.name };

export default async function PlanPage(address: Address) {
  const { id, view } = await asked(address);
  const plan = await viewPlan(id, today());
  if (!plan) notFound();
  const now = { day: today(), minute: minuteNow() };
  return <PlanStage data={{ roundUpId: id, title: view.roundUp.title, ...plan, now }} />;
}
