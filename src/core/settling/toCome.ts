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
 * @param isHeld the die is held at its limit: R × load trembles with the power that holds it, by more than any bound could bear, so that
 * only what the slope surely is counts
 */
export function toCome(
  fit: Outcome<SettlingFit>,
  slope: Outcome<WindowSlope>,
  onS: number,
  isHeld = false,
): ToCome {
  if (fit.known) return { sizeK: Math.abs(fit.value.stillToComeK), by: 'fit' };
  const { kPerMin, doubtKPerMin } = slope.known ? slope.value : { kPerMin: Infinity, doubtKPerMin: 0 };
  const mostKPerMin = Math.max(0, Math.abs(kPerMin) + (isHeld ? -doubtKPerMin : doubtKPerMin));
  return { sizeK: (mostKPerMin * onS) / 60, by: 'slope' };
}
