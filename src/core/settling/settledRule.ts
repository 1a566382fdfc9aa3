import type { Outcome } from '../outcome';
import { STEADY_K_PER_MIN, STILL_TO_COME_K } from './steady';

/**
 * The one rule of a settled soak, for the bench and for the logbook (FORMATS step 1): what speaks against it, in
 * words; nothing where it has settled.
 *
 * @example againstSettled({ known: true, value: 0.05 }, { known: true, value: 0.1 }) → []
 * @param slopeKPerMin slope of the rise over the window, K/min
 * @param stillToComeK what the settling fit sees still to come, K; unknown where it cannot tell, which speaks against nothing
 */
export function againstSettled(slopeKPerMin: Outcome<number>, stillToComeK: Outcome<number>): string[] {
  const against: string[] = [];
  if (!slopeKPerMin.known) against.push(`no slope: ${slopeKPerMin.reason}`);
  else if (!(Math.abs(slopeKPerMin.value) < STEADY_K_PER_MIN)) {
    const word = slopeKPerMin.value > 0 ? 'rising' : 'falling';
    against.push(`still ${word} ${Math.abs(slopeKPerMin.value).toFixed(2)} K/min`);
  }
  if (stillToComeK.known && !(Math.abs(stillToComeK.value) < STILL_TO_COME_K))
    against.push(`${stillToComeK.value.toFixed(1)} K still to come, by the fit`);
  return against;
}
