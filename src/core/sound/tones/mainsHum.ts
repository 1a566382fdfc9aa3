import { median } from '../../statistics/median';
import { aWeighting } from '../spectrum/aWeighting';
import type { PowerSpectrum } from '../spectrum/powerSpectrum';

const MAINS_HZ = [50, 60];
/** Cables bring in the odd multiples, rectifiers the even ones. */
const HARMONICS = [1, 2, 3, 4, 5, 6];
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
 * The frequency of the mains that hums in a recording, Hz: where two of its first six multiples stand 10 dB over what is around
 * them; null where fewer do, since one line may be a fan's.
 *
 * Example: Lines at 50 and 100 Hz, 20 dB over noise: 50.
 */
export function mainsHum(spectrum: PowerSpectrum): number | null {
  for (const hz of MAINS_HZ)
    if (HARMONICS.filter((multiple) => over(spectrum, multiple * hz) > STANDS_OUT).length >= 2) return hz;
  return null;
}

/**
 * The A-weighted power of the lines of a mains frequency, as the spectrum's power is told: what hum adds to a recording.
 *
 * Example: A line of 50 Hz at full scale (power 0.5): 0.5 · 10^(−3.02) of it.
 */
export function humPower({ stepHz, power }: PowerSpectrum, mainsHz: number): number {
  const reach = Math.max(1, Math.round(WITHIN_HZ / stepHz)) + 3;
  let sum = 0;
  for (const multiple of HARMONICS) {
    const middle = Math.round((multiple * mainsHz) / stepHz);
    for (let k = Math.max(1, middle - reach); k <= Math.min(power.length - 1, middle + reach); k += 1)
      sum += power[k]! * aWeighting(k * stepHz);
  }
  return sum;
}
