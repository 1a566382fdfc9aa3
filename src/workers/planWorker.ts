import { expose } from 'comlink';
import { fitToDeadline, planChoices } from '@/core/plan/planChoices';
import { planCost, type PlanScene } from '@/core/plan/planCost';
import type { PlanSettings } from '@/core/plan/planSettings';

/** What is laid out dozens of times over goes here, so that a drag never waits for it. */
const work = {
  choices: (settings: PlanSettings, scene: PlanScene) => ({
    now: planCost(settings, scene),
    choices: planChoices(settings, scene),
  }),
  fit: (settings: PlanSettings, scene: PlanScene, lastDay: number) => fitToDeadline(settings, scene, lastDay),
};

export type PlanWork = typeof work;

expose(work);
