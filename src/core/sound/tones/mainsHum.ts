import { median } from '../../statistics/median';
import type { PowerSpectrum } from '../spectrum/powerSpectrum';

const MAINS_HZ = [50, 60];
const HARMONICS = [1, 2, 3];
/** A line of the mains stands so far over its surroundings, as a factor of power. */
const STANDS_OUT = 10;
/** The mains keep to their frequency within this, Hz. */
const WITHIN_HZ = 0.6;
const SURROUNDING_HZ = 12;

/** How far the strongest line at a frequency stands over those around it, as a factor of power. */
function over({ stepHz, power }: PowerSpectrum, hz: number): number {
  const reach = Math.max(1, Math.round(WITHIN_HZ / stepHz));
  const middle = Math.round(hz / stepHz);
  const wide = Math.round(SURROUNDING_HZ / stepHz);
  let own = 0;
  const around: number[] = [];
  for (let k = Math.max(2, middle - wide); k <= Math.min(power.length - 1, middle + wide); k += 1) {
    const away = Math.abs(k - middle);
    if (away <= reach) own = Math.max(own, power[k]!);
    // The window widens a line by two to each side.
    else if (away > reach + 3) around.push(power[k]!);
  }
  const rest = around.length > 0 ? median(around) : 0;
  return rest > 0 ? own / rest : 0;
}

/**
 * The frequency of the mains that hums in a recording, Hz: where two of 50, 100 and 150 Hz (or 60, 120, 180) stand 10 dB over
 * what is around them; null where none does.
 *
 * Example: Lines at 50 and 100 Hz, 20 dB over noise: 50.
 */
export function mainsHum(spectrum: PowerSpectrum): number | null {
  for (const hz of MAINS_HZ)
    if (HARMONICS.filter((multiple) => over(spectrum, multiple * hz) > STANDS_OUT).length >= 2) return hz;
  return null;
}
