import { aWeighting } from './spectrum/aWeighting';
import { loudnessLevelPhon, loudnessSone } from './loudness/loudness';
import type { PowerSpectrum } from './spectrum/powerSpectrum';
import { THIRD_OCTAVES, thirdOctaves } from './spectrum/thirdOctaves';
import { tonesIn } from './tones/tones';

/** Full scale: a sine whose peak is digital full scale has half of one as its mean square. */
export const FULL_SCALE = 0.5;

export interface ToneReport {
  hz: number;
  levelDb: number;
  toneToNoiseDb: number;
  prominenceDb: number;
  prominent: boolean;
}

/** What a recording comes to; levels are relative to full scale where nothing calibrates them. */
export interface SoundReport {
  laeqDb: number | null;
  lzeqDb: number | null;
  /** A-weighted, re full scale; null where it is calibrated. */
  relativeDb: number | null;
  /** By nominal middle; null where the recording does not reach so high. */
  thirdOctavesDb: Record<string, number | null>;
  loudnessSone: number | null;
  loudnessLevelPhon: number | null;
  tones: ToneReport[];
}

/** Power re full scale as a level, dB; what is nothing at all stands at −200 dB. */
const level = (power: number, fullScaleDb: number) =>
  Math.max(-200, 10 * Math.log10(Math.max(1e-30, power) / FULL_SCALE)) + fullScaleDb;

/**
 * Levels, third octaves, loudness and tones of a mean spectrum. `fullScaleDb` is the level of full scale, dB re 20 µPa; null where
 * nothing calibrates the recording: then levels are relative, and loudness is not told.
 *
 * Example: A sine of full scale at 1 kHz calibrated to 94 dB: LAeq 94, about 42 sone, one tone.
 */
export function soundReport(
  spectrum: PowerSpectrum,
  fullScaleDb: number | null,
  wantedHz: readonly number[] = [],
): SoundReport {
  const at = fullScaleDb ?? 0;
  const weighted = spectrum.power.reduce((sum, power, k) => sum + power * aWeighting(k * spectrum.stepHz), 0);
  const bands = thirdOctaves(spectrum);
  const levels = bands.map((power) => (power === null ? null : level(power, at)));
  const isWhole = fullScaleDb !== null && levels.every((band) => band !== null);
  const sone = isWhole ? loudnessSone(levels as number[]) : null;
  return {
    laeqDb: fullScaleDb === null ? null : level(weighted, at),
    lzeqDb: fullScaleDb === null ? null : level(spectrum.meanSquare, at),
    relativeDb: fullScaleDb === null ? level(weighted, 0) : null,
    thirdOctavesDb: Object.fromEntries(THIRD_OCTAVES.map(({ nominalHz }, i) => [nominalHz, levels[i]!])),
    loudnessSone: sone,
    loudnessLevelPhon: sone === null ? null : loudnessLevelPhon(sone),
    tones: tonesIn(spectrum, wantedHz).map(({ power, ...tone }) => ({ ...tone, levelDb: level(power, at) })),
  };
}
