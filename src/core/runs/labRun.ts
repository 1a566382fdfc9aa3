import type { CoolerLevel } from '../levels/coolerLevel';
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
 * @example hasDie({ reduction: { hasDie: true } }) → true
 */
export function hasDie(run: { reduction: Pick<Reduction, 'hasDie'> }): boolean {
  return run.reduction.hasDie;
}
