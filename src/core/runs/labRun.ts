import type { CoolerLevel } from '../levels/coolerLevel';
import { NO_DIE } from '../reduction/noResult';
import type { Reduction } from '../reduction/reduceTrace';
import type { Run } from './run';

/** A run as the lab keeps it, with what it was reduced to. */
export interface LabRun extends Run {
  id: number;
  label: string;
  /** Id of its entry within the round-up, and the product's name. */
  entry: string;
  product: string;
  isControl: boolean;
  level: CoolerLevel;
  hasTrace: boolean;
  /** Made before the round-up that shows it began. */
  isOlder: boolean;
  /** Counts the changes by hand. */
  version: number;
  fanCount: number | null;
  productId: number;
  reduction: Reduction;
}

/**
 * Whether a die was measured; without one a run stands on its other readings.
 *
 * @example hasDie({ reduction: { unsettledReason: '' } }) → true
 */
export function hasDie(run: Pick<LabRun, 'reduction'>): boolean {
  return run.reduction.unsettledReason !== NO_DIE;
}
