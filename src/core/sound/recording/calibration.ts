import { known, unknown, type Outcome } from '../../outcome';
import type { PowerSpectrum } from '../spectrum/powerSpectrum';
import { FULL_SCALE } from '../soundReport';

const NOMINAL_HZ = 1000;
/** A calibrator's tone lies so near to 1 kHz (IEC 60942 allows a class 2 far less). */
const WITHIN = 0.03;
/** Share of all power that the tone must have. */
const PURE = 0.9;
/** Steadiness: levels of eighths of a second within this of one another, dB. */
const STEADY_DB = 0.5;

/**
 * The level that full scale stands for, dB re 20 µPa, from a recording of a calibrator's tone of a stated level at 1 kHz; not
 * computable where the tone is another, unclean, clipped, or does not hold still.
 *
 * Example: A tone of 94 dB at 1 kHz that stands 20 dB under full scale: full scale is 114 dB.
 */
export function fullScaleFrom(
  spectrum: PowerSpectrum,
  heard: { clippedSamples: number; blockLevelsDb: readonly number[] },
  calibratorDb: number,
): Outcome<number> {
  const { power, stepHz, meanSquare } = spectrum;
  if (!(meanSquare > 0)) return unknown('the calibrator’s recording is silent');
  if (heard.clippedSamples > 0) return unknown('the calibrator’s tone is clipped: record it with less gain');
  let peak = 1;
  for (let k = 2; k < power.length; k += 1) if (power[k]! > power[peak]!) peak = k;
  const hz = peak * stepHz;
  if (Math.abs(hz - NOMINAL_HZ) > WITHIN * NOMINAL_HZ)
    return unknown(`the calibration tone is at ${hz.toFixed(0)} Hz, not at 1,000 Hz`);
  const reach = Math.max(4, Math.round(0.05 * (hz / stepHz)));
  let tone = 0;
  for (let k = Math.max(1, peak - reach); k <= Math.min(power.length - 1, peak + reach); k += 1)
    tone += power[k]!;
  if (tone < PURE * meanSquare)
    return unknown('beside the calibrator’s tone there is other noise: close it on the microphone');
  // The ends of a recording have the hand that starts and stops it.
  const middle = heard.blockLevelsDb.slice(1, -1);
  const spreadDb = middle.length > 0 ? Math.max(...middle) - Math.min(...middle) : 0;
  if (spreadDb > STEADY_DB) return unknown(`the calibrator’s tone moves by ${spreadDb.toFixed(1)} dB`);
  return known(calibratorDb - 10 * Math.log10(tone / FULL_SCALE));
}
