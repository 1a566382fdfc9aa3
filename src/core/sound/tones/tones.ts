import { median } from '../../statistics/median';
import type { PowerSpectrum } from '../spectrum/powerSpectrum';

/** A tone in a spectrum, and how far it stands out. */
export interface Tone {
  hz: number;
  /** Power of the tone alone. */
  power: number;
  toneToNoiseDb: number;
  prominenceDb: number;
  /** By either of both (ECMA-418-1). */
  prominent: boolean;
}

/**
 * Width of the critical band around a frequency, Hz (ECMA-418-1).
 *
 * @example criticalBandHz(1000) → 162.2
 *
 * @throws where the frequency is not positive
 */
export function criticalBandHz(hz: number): number {
  if (!(hz > 0)) throw new RangeError(`criticalBandHz: hz must be positive, got ${hz}`);
  return 25 + 75 * (1 + 1.4 * (hz / 1000) ** 2) ** 0.69;
}

interface Span {
  from: number;
  to: number;
}

/** The critical band around a frequency: around its middle below 500 Hz, by the geometric middle above. */
function bandAround(hz: number): Span {
  const width = criticalBandHz(hz);
  if (hz <= 500) return { from: Math.max(0, hz - width / 2), to: hz + width / 2 };
  const from = -width / 2 + Math.sqrt(width ** 2 + 4 * hz ** 2) / 2;
  return { from, to: from + width };
}

/** The bands next to it below and above, by the standard's fits. */
function bandBelow(hz: number, { from }: Span): Span {
  if (hz < 171.4) return { from: 20, to: from };
  const [a, b, c] = hz <= 1600 ? [-149.5, 1.001, -6.9e-5] : [6.8, 0.806, -8.2e-6];
  return { from: a + b * hz + c * hz ** 2, to: from };
}
function bandAbove(hz: number, { to }: Span): Span {
  const [a, b, c] = hz <= 1600 ? [149.5, 1.035, 7.7e-5] : [3.3, 1.215, 2.16e-5];
  return { from: to, to: a + b * hz + c * hz ** 2 };
}

const decibel = (ratio: number) => (ratio > 0 ? 10 * Math.log10(ratio) : -Infinity);

const LOWEST_HZ = 89.1;
const HIGHEST_HZ = 11_220;
/** A line that stands so far over its surroundings may be a tone, as a factor of power. */
const STANDS_OUT = 10 ** 0.7;
/** Tones that stand less than this over the noise of their band are not listed, dB. */
const LEAST_DB = 0;
const SURROUNDING_HZ = 40;
/** No tone is wider than this share of its critical band to either side. */
const WIDEST = 0.075;

interface Found {
  peak: number;
  first: number;
  last: number;
  hz: number;
}

/** Where a tone's lines begin and end: down to the noise on both sides, and never wider than a tone is. */
function tonesLines({ power, stepHz }: PowerSpectrum, peak: number, noise: number): Found {
  const most = Math.max(3, Math.round((WIDEST * criticalBandHz(peak * stepHz)) / stepHz));
  let first = peak;
  while (first > 1 && peak - first < most && (peak - first < 2 || power[first - 1]! > 1.6 * noise))
    first -= 1;
  let last = peak;
  while (last < power.length - 2 && last - peak < most && (last - peak < 2 || power[last + 1]! > 1.6 * noise))
    last += 1;
  // The middle of what stands over the noise is finer than the lines are apart.
  let sum = 0;
  let moment = 0;
  for (let k = first; k <= last; k += 1) {
    const over = Math.max(0, power[k]! - noise);
    sum += over;
    moment += over * k;
  }
  return { peak, first, last, hz: (sum > 0 ? moment / sum : peak) * stepHz };
}

function between(
  { power, stepHz }: PowerSpectrum,
  { from, to }: Span,
  without: readonly Found[] = [],
): { power: number; widthHz: number } {
  const [first, last] = [
    Math.max(1, Math.round(from / stepHz)),
    Math.min(power.length - 1, Math.round(to / stepHz)),
  ];
  let sum = 0;
  let lines = 0;
  for (let k = first; k <= last; k += 1) {
    if (without.some((tone) => k >= tone.first && k <= tone.last)) continue;
    sum += power[k]!;
    lines += 1;
  }
  return { power: sum, widthHz: lines * stepHz };
}

/** The noise between the lines around a place, as the power of a line. */
function noiseAround({ power, stepHz }: PowerSpectrum, peak: number): number {
  const reach = Math.max(
    12,
    Math.round(Math.max(SURROUNDING_HZ, 0.3 * criticalBandHz(peak * stepHz)) / stepHz),
  );
  const around: number[] = [];
  for (let k = Math.max(1, peak - reach); k <= Math.min(power.length - 1, peak + reach); k += 1)
    if (Math.abs(k - peak) > 3) around.push(power[k]!);
  return around.length > 0 ? median(around) : 0;
}

const NEAR_LINES = 16;

/** Sum of all lines up to each. */
function runningSum(power: Float64Array): Float64Array {
  const sums = new Float64Array(power.length + 1);
  for (let k = 0; k < power.length; k += 1) sums[k + 1] = sums[k]! + power[k]!;
  return sums;
}

/** Mean of the lines around one, itself among them. */
function nearMean(upTo: Float64Array, k: number): number {
  const [from, to] = [Math.max(0, k - NEAR_LINES), Math.min(upTo.length - 1, k + NEAR_LINES + 1)];
  return (upTo[to]! - upTo[from]!) / (to - from);
}

function judged(spectrum: PowerSpectrum, tone: Found, all: readonly Found[]): Tone {
  const { power, stepHz } = spectrum;
  const { hz } = tone;
  const middle = bandAround(hz);
  const noise = between(spectrum, middle, all);
  const perHz = noise.widthHz > 0 ? noise.power / noise.widthHz : 0;
  let own = 0;
  for (let k = tone.first; k <= tone.last; k += 1) own += power[k]!;
  // What the noise has under the tone is none of it.
  own = Math.max(1e-30, own - perHz * (tone.last - tone.first + 1) * stepHz);
  const toneToNoiseDb = decibel(own / (perHz * criticalBandHz(hz)));
  const below = bandBelow(hz, middle);
  const lower = between(spectrum, below);
  const upper = between(spectrum, bandAbove(hz, middle));
  // A lower band cut off at 20 Hz counts as if it were whole.
  const scaled = hz < 171.4 ? (lower.power * 100) / Math.max(1, below.to - below.from) : lower.power;
  const prominenceDb = decibel(between(spectrum, middle).power / ((scaled + upper.power) / 2));
  const low = Math.max(0, Math.log10(1000 / hz));
  const isProminent = toneToNoiseDb >= 8 + 8.33 * low || prominenceDb >= 9 + 10 * low;
  return { hz, power: own, toneToNoiseDb, prominenceDb, prominent: isProminent };
}

/**
 * The tones of a spectrum with their tone-to-noise and prominence ratios (ECMA-418-1), by frequency: those that stand out by
 * themselves, or those at `wantedHz`, the highest line within 2 % of each.
 *
 * Example: A sine at 1 kHz, 20 dB over the noise of its critical band: one tone at 1,000 Hz, ratio 20 dB, prominent.
 */
export function tonesIn(spectrum: PowerSpectrum, wantedHz: readonly number[] = []): Tone[] {
  const { power, stepHz } = spectrum;
  const highest = Math.min(HIGHEST_HZ, (power.length - 2) * stepHz);
  const found: Found[] = [];
  if (wantedHz.length > 0) {
    for (const hz of wantedHz) {
      if (!(hz > 0) || hz > highest) continue;
      const [from, to] = [
        Math.max(1, Math.floor((0.98 * hz) / stepHz)),
        Math.min(power.length - 2, Math.ceil((1.02 * hz) / stepHz)),
      ];
      let peak = from;
      for (let k = from; k <= to; k += 1) if (power[k]! > power[peak]!) peak = k;
      found.push(tonesLines(spectrum, peak, noiseAround(spectrum, peak)));
    }
  } else {
    const upTo = runningSum(power);
    for (let k = Math.ceil(LOWEST_HZ / stepHz); k * stepHz <= highest; k += 1) {
      if (power[k]! < power[k - 1]! || power[k]! < power[k + 1]!) continue;
      // Cheap first: a line that does not stand over its neighbours by much is no tone.
      if (power[k]! < 2 * nearMean(upTo, k)) continue;
      const noise = noiseAround(spectrum, k);
      if (!(power[k]! > STANDS_OUT * noise)) continue;
      const tone = tonesLines(spectrum, k, noise);
      // Lines of one tone are one tone: the highest of them.
      const before = found.at(-1);
      if (before && tone.first <= before.last) {
        if (power[k]! > power[before.peak]!) found[found.length - 1] = tone;
      } else found.push(tone);
    }
  }
  const told = found.map((tone) => judged(spectrum, tone, found)).sort((a, b) => a.hz - b.hz);
  return wantedHz.length > 0 ? told : told.filter(({ toneToNoiseDb }) => toneToNoiseDb >= LEAST_DB);
}
