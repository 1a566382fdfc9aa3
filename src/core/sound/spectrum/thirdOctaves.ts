import type { PowerSpectrum } from './powerSpectrum';

/** Nominal middles of third octaves, Hz, from 25 Hz on: each with its exact middle 1000 · 10^(n/10) (IEC 61260-1). */
export const THIRD_OCTAVES: readonly { nominalHz: string; hz: number }[] = [
  ...[
    '25',
    '31.5',
    '40',
    '50',
    '63',
    '80',
    '100',
    '125',
    '160',
    '200',
    '250',
    '315',
    '400',
    '500',
    '630',
    '800',
  ],
  ...['1000', '1250', '1600', '2000', '2500', '3150', '4000', '5000', '6300', '8000', '10000', '12500'],
].map((nominalHz, i) => ({ nominalHz, hz: 1000 * 10 ** ((i - 16) / 10) }));

/** Of the filter; `filterGain` has it written out. */
const ORDER = 3;
/** Half a third octave to either side of its middle, as f/fm − fm/f. */
const EDGE = 10 ** 0.05 - 10 ** -0.05;
/** Makes the filter as wide as its band is for broadband noise. */
const NOISE_WIDTH = Math.PI / (2 * ORDER) / Math.sin(Math.PI / (2 * ORDER));

/**
 * What a third-octave filter lets through, as a factor of power: a Butterworth band-pass of order 3, as wide as the band for
 * broadband noise, within the limits of class 1 (IEC 61260-1).
 *
 * @example filterGain(1000, 1000) → 1
 *
 * @throws where a frequency is not positive
 */
export function filterGain(hz: number, middleHz: number): number {
  if (!(hz > 0) || !(middleHz > 0))
    throw new RangeError(`filterGain: frequencies must be positive, got ${hz} and ${middleHz}`);
  const away = ((hz / middleHz - middleHz / hz) / EDGE) * NOISE_WIDTH;
  const square = away * away;
  return 1 / (1 + square * square * square);
}

/** Two octaves away a filter lets nothing through that counts. */
const FAR = 4;

/**
 * Power of a spectrum in each third octave from 25 Hz to 12.5 kHz; null where the spectrum does not reach its upper edge.
 *
 * Example: A sine at 1 kHz: its power in the band of 1 kHz, a few thousandths in those beside it.
 */
export function thirdOctaves({ stepHz, power }: PowerSpectrum): (number | null)[] {
  const last = (power.length - 1) * stepHz;
  return THIRD_OCTAVES.map(({ hz }) => {
    if (hz * 10 ** 0.05 > last) return null;
    const from = Math.max(1, Math.floor(hz / FAR / stepHz));
    const to = Math.min(power.length - 1, Math.ceil((hz * FAR) / stepHz));
    let sum = 0;
    for (let k = from; k <= to; k += 1) sum += power[k]! * filterGain(k * stepHz, hz);
    return sum;
  });
}
