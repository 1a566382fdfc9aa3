import type { Load } from '../runs/load';
import { designedMountings } from './mountings';
import { runSheet, type RunSheet } from './runSheet';
import { smallestDifferenceK, type RigScatter } from './smallestDifference';
import type { PlanEntry, PlanSettings } from './planSettings';

export interface PlanCost {
  benchH: number;
  /** Day of the last step, from the first. */
  endDay: number;
  /** Infinity where there is nothing to tell apart. */
  differenceK: number;
}

export interface PlanScene {
  entries: readonly PlanEntry[];
  /** Heat loads, as run. */
  loads: readonly Load[];
  scatter: RigScatter;
}

const DAY_MIN = 24 * 60;

/**
 * @example costOfSheet({ benchMin: 90, endMin: 1440 }) → { benchH: 1.5, endDay: 0 }
 */
export function costOfSheet(sheet: RunSheet): { benchH: number; endDay: number } {
  return { benchH: sheet.benchMin / 60, endDay: Math.floor(Math.max(0, sheet.endMin - 1) / DAY_MIN) };
}

/**
 * What a plan in its designed order costs in hours, when it ends, and the smallest difference it can show.
 *
 * Example: Eight entries, three settings and one load: their hours at the bench, the last day, and the smallest
 * difference.
 */
export function planCost(settings: PlanSettings, { entries, loads, scatter }: PlanScene): PlanCost {
  const order = designedMountings(settings, entries, loads);
  const differenceK =
    entries.length < 2
      ? Infinity
      : smallestDifferenceK({
          entries: entries.length,
          passes: settings.passes,
          mounts: settings.mounts,
          controlMounts: order.filter((mounting) => mounting.isControl).length,
          scatter,
        });
  return { ...costOfSheet(runSheet(settings, entries, order)), differenceK };
}
