import { aWeighting } from '../spectrum/aWeighting';
import { beatingOf } from '../tones/beating';
import { humPower, mainsHum } from '../tones/mainsHum';
import type { PowerSpectrum } from '../spectrum/powerSpectrum';
import type { SoundCourse } from '../spectrum/shortSpectra';
import { FULL_SCALE } from '../soundReport';
import { thirdOctaves } from '../spectrum/thirdOctaves';
import { tonesIn } from '../tones/tones';
import { quantile } from '../../statistics/quantile';

/** A tone of a recording, its level re full scale. */
export interface KeptTone {
  hz: number;
  levelDbfs: number;
  toneToNoiseDb: number;
  prominenceDb: number;
  prominent: boolean;
  /** How it swells; null where it does not. */
  beating: { rateHz: number; depth: number } | null;
}

/**
 * What is kept of a recording beside its samples: all levels re full scale, a sine whose peak is digital full scale, so that a
 * calibration that comes later changes none of it.
 */
export interface KeptSound {
  rateHz: number;
  /** Which channel was listened to, from 1. */
  channel: number;
  durationS: number;
  clippedSamples: number;
  /** A-weighted and unweighted level, dB re full scale. */
  aDbfs: number;
  zDbfs: number;
  /** A-weighted levels exceeded for 10, 50 and 90 % of the time (eighths of a second). */
  exceededDbfs: { l10: number; l50: number; l90: number };
  /** A-weighted levels of eighths of a second from its start, at most 400 of them, each the energy mean of its stretch. */
  courseDbfs: { stepS: number; levels: number[] };
  /** Third octaves from 25 Hz to 12.5 kHz; null where the recording does not reach so high. */
  bandsDbfs: (number | null)[];
  /** The spectrum as drawn: 24 parts an octave, level of each part. */
  linesDbfs: { hz: number[]; levels: number[] };
  tones: KeptTone[];
  /** Frequency of the mains that hums in it, Hz; null where none does. */
  humHz: number | null;
  /** A-weighted level without its hum, dB re full scale; null where none hums. Recordings heard by earlier versions have none. */
  withoutHumDbfs?: number | null;
  /** How far its middle bands and its lowest swing from L90 to L10, and how far the lowest stand over the middle ones, dB. */
  swingsDb: { voices: number; low: number; lowOverVoices: number };
  spectrogram: { stepS: number; bandsHz: number[]; dbfs: number[][] };
  notes: string[];
}

const PARTS_AN_OCTAVE = 24;
const LOWEST_HZ = 22;
const HIGHEST_HZ = 20_000;
const MOST_LEVELS = 400;
const MOST_TONES = 24;

const level = (power: number) => Math.max(-200, 10 * Math.log10(Math.max(1e-30, power) / FULL_SCALE));
const short = (value: number) => Number(value.toFixed(2));

/** Power in parts of an octave; a part between two lines has its share of the nearest, so that low ones have no holes. */
function drawnLines({ stepHz, power }: PowerSpectrum): KeptSound['linesDbfs'] {
  const top = Math.min(HIGHEST_HZ, (power.length - 1) * stepHz);
  const hz: number[] = [];
  const levels: number[] = [];
  const half = 2 ** (0.5 / PARTS_AN_OCTAVE);
  for (let middle = LOWEST_HZ; middle * half <= top; middle *= half * half) {
    const from = middle / half / stepHz;
    const to = (middle * half) / stepHz;
    let sum = 0;
    for (let k = Math.floor(from + 0.5); k <= Math.floor(to + 0.5); k += 1) {
      const share = Math.min(to, k + 0.5) - Math.max(from, k - 0.5);
      sum += Math.max(0, share) * (power[k] ?? 0);
    }
    hz.push(Number(middle.toPrecision(5)));
    levels.push(short(level(sum)));
  }
  return { hz, levels };
}

/** What a voice is heard by, and what wind moves, Hz. */
const VOICES_HZ = [300, 3400] as const;
const LOW_HZ = 120;

function swings({ bandsHz, columns }: SoundCourse['spectrogram']): KeptSound['swingsDb'] {
  if (columns.length === 0) return { voices: 0, low: 0, lowOverVoices: 0 };
  const alongTime = (isWanted: (hz: number) => boolean) =>
    columns.map((column) =>
      level(column.reduce((sum, power, band) => sum + (isWanted(bandsHz[band]!) ? power : 0), 0)),
    );
  const voices = alongTime((hz) => hz >= VOICES_HZ[0] && hz <= VOICES_HZ[1]);
  const low = alongTime((hz) => hz < LOW_HZ);
  const swing = (levels: readonly number[]) => short(quantile(levels, 0.9) - quantile(levels, 0.1));
  return {
    voices: swing(voices),
    low: swing(low),
    lowOverVoices: short(quantile(low, 0.5) - quantile(voices, 0.5)),
  };
}

/** Stretches of a course, as many as are drawn at most. */
function drawnCourse(weighted: readonly number[]): KeptSound['courseDbfs'] {
  const each = Math.max(1, Math.ceil(weighted.length / MOST_LEVELS));
  const levels: number[] = [];
  for (let from = 0; from < weighted.length; from += each) {
    const part = weighted.slice(from, from + each);
    levels.push(short(level(part.reduce((sum, power) => sum + power, 0) / part.length)));
  }
  return { stepS: each / 8, levels };
}

/**
 * What is kept of a recording: levels, bands, tones with what beats in them, its course and spectrogram, re full scale. At most
 * 24 tones, those that stand out most.
 *
 * Example: A sine of full scale at 1 kHz: 0 dB A-weighted and unweighted, one tone of 0 dB.
 *
 * @throws where it is silent
 */
export function keptSound(heard: {
  rateHz: number;
  channel: number;
  spectrum: PowerSpectrum;
  course: SoundCourse;
  durationS: number;
  clippedSamples: number;
  notes: readonly string[];
}): KeptSound {
  const { spectrum, course } = heard;
  if (!(spectrum.meanSquare > 0)) throw new RangeError('keptSound: the recording is silent');
  const weighted = spectrum.power.reduce((sum, power, k) => sum + power * aWeighting(k * spectrum.stepHz), 0);
  const humHz = mainsHum(spectrum);
  const eighths = course.weighted.map(level);
  const exceeded = (share: number) =>
    short(eighths.length > 0 ? quantile(eighths, 1 - share) : level(weighted));
  const tones = tonesIn(spectrum)
    .sort((a, b) => Number(b.prominent) - Number(a.prominent) || b.toneToNoiseDb - a.toneToNoiseDb)
    .slice(0, MOST_TONES)
    .sort((a, b) => a.hz - b.hz)
    .map(({ hz, power, ...tone }) => ({
      hz: Number(hz.toFixed(2)),
      levelDbfs: short(level(power)),
      toneToNoiseDb: short(tone.toneToNoiseDb),
      prominenceDb: short(tone.prominenceDb),
      prominent: tone.prominent,
      beating: beatingOf(course.lowLines, hz),
    }));
  return {
    ...{ rateHz: heard.rateHz, channel: heard.channel },
    durationS: short(heard.durationS),
    clippedSamples: heard.clippedSamples,
    aDbfs: short(level(weighted)),
    zDbfs: short(level(spectrum.meanSquare)),
    exceededDbfs: { l10: exceeded(0.1), l50: exceeded(0.5), l90: exceeded(0.9) },
    courseDbfs: drawnCourse(course.weighted),
    bandsDbfs: thirdOctaves(spectrum).map((power) => (power === null ? null : short(level(power)))),
    linesDbfs: drawnLines(spectrum),
    tones,
    humHz,
    withoutHumDbfs: humHz === null ? null : short(level(weighted - humPower(spectrum, humHz))),
    swingsDb: swings(course.spectrogram),
    spectrogram: {
      stepS: course.spectrogram.stepS,
      bandsHz: course.spectrogram.bandsHz.map((hz) => Number(hz.toPrecision(4))),
      dbfs: course.spectrogram.columns.map((column) =>
        column.map((power) => Number(level(power).toFixed(1))),
      ),
    },
    notes: [...heard.notes],
  };
}

/** What lists know of a recording: all but what is only drawn. */
export type BriefSound = Omit<KeptSound, 'linesDbfs' | 'spectrogram'>;
