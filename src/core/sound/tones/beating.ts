import type { SoundCourse } from '../spectrum/shortSpectra';

const STEPS_A_SECOND = 8;
/** Slower than this it is a drift, faster than half the steps it cannot be seen. */
const SLOWEST_HZ = 0.25;
const FASTEST_HZ = 3.8;
/** Steps that tell a beat: under four seconds there is none to see. */
const FEWEST_STEPS = 32;
/**
 * So much stronger than the mean of all others a line of the envelope's spectrum has to be: of some thirty lines of noise
 * the strongest goes over it in one recording of a thousand (each is exponential).
 */
const STANDS_OUT = 10;
/** Rises and falls by less than this share are none that an ear hears. */
const LEAST_DEPTH = 0.1;

export interface Beating {
  /** How often it swells, Hz. */
  rateHz: number;
  /** Half of what the amplitude swings by, as a share of its mean: 1 where it dies away each time. */
  depth: number;
}

/**
 * How a tone swells and fades, as two fans at nearly one speed do: the strongest line in the spectrum of its amplitude, where
 * one stands out. Null where none does, or the recording is too short to tell. Faster than 3.8 Hz it is two tones.
 *
 * Example: Tones of 220.0 and 221.5 Hz at the same level: 1.5 Hz, depth 1.
 *
 * @param hz the tone, above 0
 */
export function beatingOf({ stepHz, columns }: SoundCourse['lowLines'], hz: number): Beating | null {
  if (!(hz > 0)) throw new RangeError(`beatingOf: hz must be positive, got ${hz}`);
  const line = Math.round(hz / stepHz);
  if (columns.length < FEWEST_STEPS || line < 3 || line + 2 >= (columns[0]?.length ?? 0)) return null;
  const amplitude = columns.map((column) => Math.sqrt(column[line - 1]! + column[line]! + column[line + 1]!));
  const n = amplitude.length;
  const mean = amplitude.reduce((sum, value) => sum + value, 0) / n;
  if (!(mean > 0)) return null;
  const parts: { rateHz: number; power: number }[] = [];
  for (let k = 1; k < n / 2; k += 1) {
    const rateHz = (k * STEPS_A_SECOND) / n;
    if (rateHz < SLOWEST_HZ || rateHz > FASTEST_HZ) continue;
    let [re, im] = [0, 0];
    for (let i = 0; i < n; i += 1) {
      // A Hann window: a beat between two lines must not leak into all.
      const value = (amplitude[i]! - mean) * (1 - Math.cos((2 * Math.PI * i) / n));
      re += value * Math.cos((2 * Math.PI * k * i) / n);
      im -= value * Math.sin((2 * Math.PI * k * i) / n);
    }
    parts.push({ rateHz, power: (re * re + im * im) / n ** 2 });
  }
  const strongest = parts.reduce((most, part) => (part.power > most.power ? part : most), parts[0]!);
  // Its neighbours belong to it.
  const stepOfRate = STEPS_A_SECOND / n;
  const others = parts.filter((part) => Math.abs(part.rateHz - strongest.rateHz) > 2.5 * stepOfRate);
  const rest = others.reduce((sum, part) => sum + part.power, 0) / Math.max(1, others.length);
  const depth = Math.min(1, (2 * Math.sqrt(strongest.power)) / mean);
  if (others.length < 8 || !(strongest.power > STANDS_OUT * rest) || depth < LEAST_DEPTH) return null;
  return { rateHz: strongest.rateHz, depth };
}
