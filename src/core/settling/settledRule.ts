import type { Outcome } from '../outcome';
import { STEADY_K_PER_MIN, STILL_TO_COME_K } from './steady';
import type { ToCome } from './toCome';
import type { WindowSlope } from './windowSlope';

/**
 * The one rule of a settled soak, for the bench and for the logbook (FORMATS step 1): what speaks against it, in
 * words; nothing where it has settled. A slope speaks against it where it is over 0.12 K/min by more than its own doubt.
 *
 * @example againstSettled({ known: true, value: { kPerMin: 0.05, doubtKPerMin: 0.01 } }, { sizeK: 0.1, by: 'fit' }) → []
 */
export function againstSettled(slope: Outcome<WindowSlope>, left: ToCome): string[] {
  const against: string[] = [];
  if (!slope.known) return [`no slope: ${slope.reason}`];
  const { kPerMin, doubtKPerMin } = slope.value;
  if (!(Math.abs(kPerMin) - doubtKPerMin <= STEADY_K_PER_MIN))
    against.push(`still ${kPerMin > 0 ? 'rising' : 'falling'} ${Math.abs(kPerMin).toFixed(2)} K/min`);
  if (!(left.sizeK < STILL_TO_COME_K))
    against.push(
      left.by === 'fit'
        ? `${left.sizeK.toFixed(1)} K of rise remaining, forecast`
        : `up to ${left.sizeK.toFixed(1)} K may still come: it changes more slowly than the soak was long`,
    );
  return against;
}
