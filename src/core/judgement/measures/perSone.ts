import { known, unknown, type Outcome } from '@/core/outcome';

/** A figure with the half-width of its 95 % interval. */
export interface WithInterval {
  value: number;
  interval95: number;
}

/**
 * Conductance per loudness at a line, W/K for each sone, with its interval: both in doubt by themselves, as shares (GUM 5.1.6).
 * Not computable where nothing of it was recorded, or no power flowed.
 *
 * Example: 0.25 K/W ± 2 % at 2 sone ± 5 %: 2 W/K for each sone ± 5.4 %.
 *
 * @param resistance thermal resistance at the line, K/W; null where no power flowed
 * @param loudness at the line, sone; null where nothing was recorded there
 */
export function conductancePerSone(
  resistance: WithInterval | null,
  loudness: WithInterval | null,
): Outcome<WithInterval> {
  if (!resistance || !(resistance.value > 0)) return unknown('no power flowed');
  if (!loudness || !(loudness.value > 0)) return unknown('no recording that counts on each side of the line');
  const value = 1 / (resistance.value * loudness.value);
  const share = Math.hypot(resistance.interval95 / resistance.value, loudness.interval95 / loudness.value);
  return known({ value, interval95: value * share });
}
