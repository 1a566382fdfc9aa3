import { AXES } from '../axis';
import type { Against } from '../curveRule';

/**
 * What stands at the axes of a picture of curves, and at its line.
 *
 * Example: The rise against noise, measured at 50 cm: ‘noise, dB(A) at 50 cm, room noise subtracted’, ‘rise over room air, K’.
 */
export function curveTitles(
  response: { name: string; unit: string; throttles: boolean },
  against: Against,
  meterDistanceCm: number,
): { xTitle: string; yTitle: string; lineText: (at: number) => string } {
  const { name, unit, decimals } = AXES[against];
  return {
    xTitle:
      against === 'noise'
        ? `noise, dB(A) at ${meterDistanceCm} cm, room noise subtracted`
        : `${name}, ${unit}`,
    yTitle: response.throttles ? 'rise over room air, K' : `${response.name.toLowerCase()}, ${response.unit}`,
    lineText: (at) => `${at.toFixed(decimals)} ${unit}`,
  };
}
