import { expose } from 'comlink';
import { fitToDeadline, planChoices } from '@/core/plan/planChoices';
import { leastPlan } from '@/core/plan/leastPlan';
import { RIG_SOURCES, varianceComponents, type GroupedReading } from '@/core/statistics/varianceComponents';
import { planCost, type PlanScene } from '@/core/plan/planCost';
import type { PlanSettings } from '@/core/plan/planSettings';

/** What is laid out dozens of times over goes here, so that a drag never waits for it. */
const work = {
  choices: (settings: PlanSettings, scene: PlanScene) => ({
    now: planCost(settings, scene),
    choices: planChoices(settings, scene),
  }),
  spread: (readings: GroupedReading[]) => varianceComponents(readings, RIG_SOURCES),
  least: (settings: PlanSettings, scene: PlanScene, wantedK: number) => leastPlan(settings, scene, wantedK),
  fit: (settings: PlanSettings, scene: PlanScene, lastDay: number) => fitToDeadline(settings, scene, lastDay),
};

export type PlanWork = typeof work;

expose(work);
