import { counted, countWord } from '../words';
import { loadLabel, type Load } from '../runs/load';
import { planCost, type PlanCost, type PlanScene } from './planCost';
import { tooLarge } from './planSize';
import type { PlanSettings } from './planSettings';

export interface PlanChoice {
  /** In words: “three passes instead of two”. */
  words: string;
  settings: PlanSettings;
  /** Heat loads that it keeps. */
  loads: readonly Load[];
  cost: PlanCost;
}

/** Every other setting between the fastest and the slowest, which both stay. */
function thinnedSettings(settings: readonly string[]): string[] {
  const last = settings.length - 1;
  return settings.filter((_, i) => i % 2 === 0 || i === last);
}

/**
 * The plans one step away: a pass, a mount or the control's spacing more or less, fewer settings, one load less.
 *
 * Example: Of a plan with two passes: one with three, one with one, and so for mounts, settings and loads.
 */
export function planChoices(given: PlanSettings, scene: PlanScene): PlanChoice[] {
  const choices: PlanChoice[] = [];
  const offer = (words: string, change: Partial<PlanSettings>, loads = scene.loads) => {
    const settings = { ...given, ...change };
    // One step more may be one too many.
    if (tooLarge(settings, scene.entries, loads.length)) return;
    choices.push({ words, settings, loads, cost: planCost(settings, { ...scene, loads }) });
  };
  const { passes, mounts, controlEvery } = given;
  offer(`${counted(passes + 1, 'pass', 'passes')} instead of ${countWord(passes)}`, { passes: passes + 1 });
  offer(`${counted(mounts + 1, 'mount')} instead of ${countWord(mounts)}`, { mounts: mounts + 1 });
  if (passes > 1)
    offer(`${counted(passes - 1, 'pass', 'passes')} instead of ${countWord(passes)}`, { passes: passes - 1 });
  if (mounts > 1)
    offer(`${counted(mounts - 1, 'mount')} instead of ${countWord(mounts)}`, { mounts: mounts - 1 });
  const fewer = thinnedSettings(given.settings);
  if (fewer.length < given.settings.length && fewer.length >= 2)
    offer(`${counted(fewer.length, 'setting')} instead of ${countWord(given.settings.length)}`, {
      settings: fewer,
    });
  if (controlEvery < scene.entries.length)
    offer(`a control every ${controlEvery * 2} mounts instead of ${controlEvery}`, {
      controlEvery: controlEvery * 2,
    });
  if (given.own && given.own.length > 0)
    offer(`without the further repeats of ${counted(given.own.length, 'entry', 'entries')}`, { own: [] });
  if (scene.loads.length > 1) {
    const dropped = scene.loads[scene.loads.length - 1]!;
    offer(`without the load ${loadLabel(dropped)}`, {}, scene.loads.slice(0, -1));
  }
  return choices;
}

export interface FittedPlan {
  settings: PlanSettings;
  loads: readonly Load[];
  cost: PlanCost;
  /** What was given up, in order, in words. */
  gaveUp: string[];
  /** Whether it ends by the deadline. */
  fits: boolean;
}

/**
 * Fits a plan to its deadline, the last day that may be used, counted from the first: step by step it takes what
 * costs least in what can be shown for each hour saved, keeps two mounts as long as anything else can go, and says
 * what it gave up.
 *
 * Example: A plan of five days with three to spend: without the steps that cost least of what it can show.
 */
export function fitToDeadline(settings: PlanSettings, scene: PlanScene, lastDay: number): FittedPlan {
  let fitted: FittedPlan = {
    settings: settings,
    loads: scene.loads,
    cost: planCost(settings, scene),
    gaveUp: [],
    fits: false,
  };
  for (let i = 0; i < 30 && fitted.cost.endDay > lastDay; i += 1) {
    const now = fitted.cost;
    const smaller = planChoices(fitted.settings, { ...scene, loads: fitted.loads }).filter(
      (choice) => choice.cost.benchH < now.benchH - 0.01,
    );
    // A plan without remounts shows nothing of mounting: the last thing to go.
    const worth = (choice: PlanChoice) => {
      const lostK = Number.isFinite(choice.cost.differenceK)
        ? Math.max(0, choice.cost.differenceK - now.differenceK) + 0.02
        : 100;
      const lostLoad = choice.loads.length < fitted.loads.length ? 1 : 0;
      // A coarser curve is interpolated over wider gaps.
      const coarser = 0.1 * (fitted.settings.settings.length - choice.settings.settings.length);
      const alone = choice.settings.mounts === 1 && fitted.settings.mounts > 1 ? 10 : 0;
      return (lostK + lostLoad + coarser + alone) / (now.benchH - choice.cost.benchH);
    };
    const best = smaller.sort((a, b) => worth(a) - worth(b))[0];
    if (!best) break;
    fitted = {
      settings: best.settings,
      loads: best.loads,
      cost: best.cost,
      gaveUp: [...fitted.gaveUp, best.words],
      fits: false,
    };
  }
  return { ...fitted, fits: fitted.cost.endDay <= lastDay };
}
