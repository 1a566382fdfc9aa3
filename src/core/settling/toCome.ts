import type { Outcome } from '../outcome';
import type { SettlingFit } from './settlingFit';
import type { WindowSlope } from './windowSlope';

/** What a rise has still to climb or fall at the end of its window. */
export interface ToCome {
  /** In size, K: what the fit finds, or the most that it can be. Infinity where nothing can be told. */
  sizeK: number;
  by: 'fit' | 'slope';
}

/**
 * What is still to come of a soak (FORMATS step 1): by the settling fit where it is identified; where the fit finds the change slower
 * than the soak was long, or finds nothing, by a bound, the largest slope that the window allows times the time that the load was
 * on.
 *
 * @example toCome({ known: false, reason: '' }, { known: true, value: { kPerMin: 0.02, doubtKPerMin: 0.01 } }, 600).sizeK → 0.3
 * @param onS how long the load was on, s
 */
export function toCome(fit: Outcome<SettlingFit>, slope: Outcome<WindowSlope>, onS: number): ToCome {
  if (fit.known) return { sizeK: Math.abs(fit.value.stillToComeK), by: 'fit' };
  const { kPerMin, doubtKPerMin } = slope.known ? slope.value : { kPerMin: Infinity, doubtKPerMin: 0 };
  return { sizeK: ((Math.abs(kPerMin) + doubtKPerMin) * onS) / 60, by: 'slope' };
}
