import type { PlanSettings } from './planSettings';

/** A round-up's plan as it is kept: what it is made from, and what was moved by hand. */
export interface PlanSheet {
  settings: PlanSettings;
  /** Ids of mountings in the order made by hand; empty for the designed order. */
  order: string[];
  /** Heat loads that are left out, by `loadKey`. */
  droppedLoads: string[];
  /** The likely best and worst of the pilot; null where none is planned. */
  pilot: { best: string; worst: string } | null;
}
