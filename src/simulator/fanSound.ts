import FFT from 'fft.js';
import { aWeighting } from '@/core/sound/spectrum/aWeighting';
import type { Chance } from '@/core/statistics/chance';

const RATE_HZ = 48_000;
/** Five and a half seconds, made in one piece: its end meets its beginning, so that it loops without a click. */
export const WHOLE_TAKE = 2 ** 18;
/** Half of that: enough for all but what swells slowly. */
export const SHORT_TAKE = 2 ** 17;

export const SOUND_RATE_HZ = RATE_HZ;

/** A line of a sound: its level in dB, and how it swells where two of nearly one speed beat. */
export interface SimulatedTone {
  hz: number;
  levelDb: number;
  beat?: { rateHz: number } | undefined;
}

/** Power by frequency, up to a factor. */
type Shape = (hz: number) => number;

/** Broadband noise of a fan: level to where blades shed, then falling with the square of the frequency. */
export const fanShape =
  (cornerHz: number): Shape =>
  (hz) =>
    hz < 20 ? 0 : 1 / (1 + (hz / cornerHz) ** 2);

/** A quiet room: what is left of traffic and pipes, mostly low. */
export const roomShape: Shape = (hz) => (hz < 20 ? 0 : 1 / (hz / 100) ** 1.4);

/** A ring of a frame: most of its power within a sixth of its frequency. */
export const ringShape =
  (atHz: number): Shape =>
  (hz) =>
    hz < 20 ? 0 : Math.exp(-(((hz - atHz) / (atHz / 12)) ** 2));

export interface SimulatedNoise {
  /** A-weighted level, dB. */
  levelDba: number;
  shape: Shape;
}

/** What a microphone hears. */
export interface SimulatedSound {
  noises: readonly SimulatedNoise[];
  tones: readonly SimulatedTone[];
  /** Level of a sine whose peak is digital full scale: the gain of an evening, dB re 20 µPa. */
  fullScaleDb: number;
}

/** Mean square of a level, digital full scale being one; a full-scale sine has half of one. */
const meanSquare = (levelDb: number, fullScaleDb: number) => 0.5 * 10 ** ((levelDb - fullScaleDb) / 10);

/** By the length of a take, of which there are two. */
const transforms = new Map<number, FFT>();

/** Noises of their shapes and levels: normal parts at each frequency, put together by one inverse transform. */
function noiseOf(
  noises: readonly SimulatedNoise[],
  fullScaleDb: number,
  chance: Chance,
  count: number,
): Float64Array {
  const half = count / 2;
  const stepHz = RATE_HZ / count;
  const powers = new Float64Array(half);
  for (const { levelDba, shape } of noises) {
    const own = new Float64Array(half);
    let weighted = 0;
    for (let k = 1; k < half; k += 1) {
      own[k] = shape(k * stepHz);
      weighted += own[k]! * aWeighting(k * stepHz);
    }
    const scale = meanSquare(levelDba, fullScaleDb) / weighted;
    for (let k = 0; k < half; k += 1) powers[k]! += scale * own[k]!;
  }
  const spectrum = new Float64Array(2 * count);
  for (let k = 1; k < half; k += 1) {
    if (powers[k]! === 0) continue;
    // Half of the power on each side of the spectrum, half of that in each of both parts.
    const sigma = (count * Math.sqrt(powers[k]!)) / 2;
    spectrum[2 * k] = sigma * chance.normal();
    spectrum[2 * k + 1] = sigma * chance.normal();
  }
  const transform = transforms.get(count) ?? new FFT(count);
  transforms.set(count, transform);
  transform.completeSpectrum(spectrum);
  const out = new Float64Array(2 * count);
  transform.inverseTransform(out, spectrum);
  const samples = new Float64Array(count);
  for (let i = 0; i < count; i += 1) samples[i] = out[2 * i]!;
  return samples;
}

/** To the nearest frequency that has whole turns in the recording. */
const looping = (hz: number, count: number) => (Math.round((hz * count) / RATE_HZ) * RATE_HZ) / count;

/**
 * A recording of a fan as a calibrated microphone takes it: noise in the shape of a fan and of the room, its tones, cut off at full
 * scale as a converter does. The same chance gives the same samples.
 */
export function simulatedSound(
  { noises, tones, fullScaleDb }: SimulatedSound,
  chance: Chance,
  count: number = WHOLE_TAKE,
): Float64Array {
  const samples = noiseOf(noises, fullScaleDb, chance, count);
  for (const { hz, levelDb, beat } of tones) {
    const at = looping(hz, count);
    const phase = 2 * Math.PI * chance.uniform();
    // Two lines of half the power each beat at their distance.
    const lines = beat ? [at, looping(at + beat.rateHz, count)] : [at];
    const peak = Math.sqrt((2 * meanSquare(levelDb, fullScaleDb)) / lines.length);
    for (const line of lines)
      for (let i = 0; i < count; i += 1)
        samples[i]! += peak * Math.sin((2 * Math.PI * line * i) / RATE_HZ + phase);
  }
  for (let i = 0; i < count; i += 1) samples[i] = Math.max(-1, Math.min(1, samples[i]!));
  return samples;
}

/** A fan as a microphone hears it at a speed. */
export interface FanVoice {
  blades: number;
  /** How far its blade pass and its motor's whine stand under its noise, dB; null where none is heard. */
  bladePassDb: number;
  motorDb: number | null;
  /** Where its frame rings, Hz, and how far under its noise, dB; null where it does not at this speed. */
  ring: { hz: number; underDb: number } | null;
  beat?: { rateHz: number } | undefined;
}

/** What switches a motor with four poles, in each turn. */
const MOTOR_MULTIPLE = 24;

/** The sound of a fan at a speed in a room; `levelDba` is the fan alone, its tones and its ring with it. */
export function fanSound(
  { blades, bladePassDb, motorDb, ring, beat }: FanVoice,
  at: { rpm: number; levelDba: number; roomDba: number; fullScaleDb: number },
): SimulatedSound {
  const passHz = (blades * at.rpm) / 60;
  const tones = [
    { hz: passHz, underDb: bladePassDb, beat },
    { hz: 2 * passHz, underDb: bladePassDb + 9 },
    ...(motorDb === null ? [] : [{ hz: (MOTOR_MULTIPLE * at.rpm) / 60, underDb: motorDb }]),
  ];
  // All parts together come to the level that the meter reads.
  const parts = [
    1,
    ...tones.map(({ hz, underDb }) => aWeighting(hz) * 10 ** (-underDb / 10)),
    ...(ring ? [10 ** (-ring.underDb / 10)] : []),
  ];
  const noiseDba = at.levelDba - 10 * Math.log10(parts.reduce((sum, part) => sum + part, 0));
  return {
    fullScaleDb: at.fullScaleDb,
    noises: [
      { levelDba: noiseDba, shape: fanShape(Math.max(300, 5 * passHz)) },
      { levelDba: at.roomDba, shape: roomShape },
      ...(ring ? [{ levelDba: noiseDba - ring.underDb, shape: ringShape(ring.hz) }] : []),
    ],
    tones: tones.map(({ underDb, ...tone }) => ({ ...tone, levelDb: noiseDba - underDb })),
  };
}

/** A calibrator on the microphone: 1 kHz and hardly anything else. */
export function calibratorSound(calibratorDb: number, fullScaleDb: number): SimulatedSound {
  return {
    fullScaleDb,
    noises: [{ levelDba: calibratorDb - 55, shape: roomShape }],
    tones: [{ hz: 1000, levelDb: calibratorDb }],
  };
}
