import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { aWeighting } from '@/core/sound/spectrum/aWeighting';
import { fullScaleFrom } from '@/core/sound/recording/calibration';
import { loudnessLevelPhon, loudnessSone } from '@/core/sound/loudness/loudness';
import { SpectrumGatherer } from '@/core/sound/spectrum/powerSpectrum';
import { soundReport } from '@/core/sound/soundReport';
import { filterGain, THIRD_OCTAVES, thirdOctaves } from '@/core/sound/spectrum/thirdOctaves';
import { criticalBandHz, tonesIn } from '@/core/sound/tones/tones';
import { seededChance } from '@/core/statistics/chance';
import { hearWav } from '@/lab/sound/hearWav';
import { reasonOf, valueOf } from '../support/outcome';
import { wavBytes, type WavShape } from '../support/wav';

const RATE = 48_000;
const decibel = (power: number) => 10 * Math.log10(power);

const sine = (hz: number, peak: number, seconds = 2, rate = RATE) =>
  Float64Array.from(
    { length: Math.round(seconds * rate) },
    (_, i) => peak * Math.sin((2 * Math.PI * hz * i) / rate),
  );
function noise(sigma: number, seconds: number, seed = 1): Float64Array {
  const chance = seededChance(seed);
  return Float64Array.from({ length: seconds * RATE }, () => sigma * chance.normal());
}
const sum = (...parts: Float64Array[]) =>
  parts[0]!.map((_, i) => parts.reduce((all, part) => all + part[i]!, 0));
function spectrumOf(samples: Float64Array, rate = RATE) {
  const gatherer = new SpectrumGatherer(rate, samples.length);
  // In pieces of odd length, as they come from a file.
  for (let from = 0; from < samples.length; from += 7777) gatherer.add(samples.subarray(from, from + 7777));
  return gatherer.spectrum();
}

// IEC 61672-1, table 3.
test.each([
  [31.623, -39.4],
  [100, -19.1],
  [199.53, -10.9],
  [501.19, -3.2],
  [1000, 0],
  [1995.3, 1.2],
  [3981.1, 1.0],
  [7943.3, -1.1],
  [15_848.9, -6.6],
])('A-weighting at %d Hz is %d dB', (hz, weight) => {
  expect(decibel(aWeighting(hz))).toBeCloseTo(weight, 1);
});

// Class 1 of IEC 61260-1: least and most attenuation of a third octave at ratios of its middle, dB.
test.each([
  [1, -0.4, 0.4],
  [1.02667, -0.4, 0.5],
  [1.05575, -0.4, 0.7],
  [1.08746, -0.4, 1.4],
  [1.12202, 1.6, 5.3],
  [1.29437, 16.5, Infinity],
  [1.88173, 41, Infinity],
  [3.05365, 60, Infinity],
])('a third-octave filter lies within class 1 at %d times its middle', (ratio, least, most) => {
  for (const hz of [1000 * ratio, 1000 / ratio]) {
    const attenuation = -decibel(filterGain(hz, 1000));
    expect(attenuation).toBeGreaterThanOrEqual(least);
    expect(attenuation).toBeLessThanOrEqual(most);
  }
});

test('bands keep the energy of broadband noise, and of a tone in its own band', () => {
  const white = spectrumOf(noise(0.1, 20));
  const bands = thirdOctaves(white).map((power) => power!);
  for (const [i, { hz }] of THIRD_OCTAVES.entries()) {
    if (hz < 100) continue;
    // White noise: power goes with width.
    const width = hz * (10 ** 0.05 - 10 ** -0.05);
    expect(Math.abs(decibel(bands[i]! / ((0.01 * width) / (RATE / 2))))).toBeLessThan(hz < 200 ? 0.9 : 0.35);
  }
  const tone = thirdOctaves(spectrumOf(sine(1000, 1))).map((power) => decibel(power! / 0.5));
  expect(tone[16]).toBeCloseTo(0, 1);
  expect(Math.max(tone[15]!, tone[17]!)).toBeLessThan(-15);
  expect(thirdOctaves(spectrumOf(noise(0.1, 1), 24_000))[27]).toBeNull();
});

/** A tone's level in each third octave, as filters let it through. */
const tone = (hz: number, level: number) =>
  THIRD_OCTAVES.map((band) => level + decibel(filterGain(hz, band.hz)));

// Published loudness of steady tones: the sone's own definition at 1 kHz, and ISO 532-1, annex B, signals 2 to 4.
test.each([
  [1000, 40, 1],
  [1000, 60, 4.019],
  [1000, 80, 16],
  [250, 80, 14.655],
  [4000, 40, 1.549],
])('a tone at %d Hz of %d dB has a loudness of %d sone', (hz, level, sone) => {
  expect(Math.abs(loudnessSone(tone(hz, level)) / sone - 1)).toBeLessThan(0.03);
});

test('loudness grows with every band, ten phon double it, and nothing under the threshold is heard', () => {
  expect(loudnessSone(Array.from({ length: 28 }, () => -20))).toBe(0);
  expect(loudnessLevelPhon(1)).toBe(40);
  expect(loudnessLevelPhon(16)).toBe(80);
  expect(() => loudnessSone([40])).toThrow(/28 levels/);
  const levels = fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 28, maxLength: 28 });
  fc.assert(
    fc.property(
      levels,
      fc.integer({ min: 0, max: 27 }),
      fc.integer({ min: 1, max: 15 }),
      (all, band, more) => {
        const louder = all.map((level, i) => (i === band ? level + more : level));
        // What another masks adds nothing; nothing takes away.
        expect(loudnessSone(louder)).toBeGreaterThanOrEqual(
          loudnessSone(all) - 0.02 * loudnessSone(all) - 1e-9,
        );
        expect(loudnessSone(all.map((level) => level + more))).toBeGreaterThan(loudnessSone(all));
      },
    ),
  );
});

test.each([
  [412, 18],
  [1000, 12],
  [3530, 20],
  [150, 22],
])(
  'a tone at %d Hz, %d dB over the noise of its critical band, is found with its level and ratio',
  (hz, ratioDb) => {
    const sigma = 0.01;
    const perHz = (2 * sigma ** 2) / RATE;
    const power = perHz * criticalBandHz(hz) * 10 ** (ratioDb / 10);
    const spectrum = spectrumOf(sum(noise(sigma, 12, 4), sine(hz + 0.3, Math.sqrt(2 * power), 12)));
    const tones = tonesIn(spectrum);
    const found = tones.find((tone) => Math.abs(tone.hz - hz - 0.3) < 1)!;
    expect(Math.abs(decibel(found.power / power))).toBeLessThan(0.5);
    expect(Math.abs(found.toneToNoiseDb - ratioDb)).toBeLessThan(1);
    expect(found.prominent).toBe(ratioDb >= 8 + 8.33 * Math.max(0, Math.log10(1000 / hz)));
    expect(tonesIn(spectrum, [hz]).map((tone) => tone.hz)).toEqual([expect.closeTo(hz + 0.3, 0)]);
    // Plain noise has no prominent tone.
    expect(tonesIn(spectrumOf(noise(sigma, 12, 9))).filter(({ prominent }) => prominent)).toEqual([]);
  },
);

test('a calibrator’s tone fixes full scale; one that is another, clipped, unclean or unsteady does not', () => {
  const steady = { clippedSamples: 0, blockLevelsDb: [-20, -20, -20, -20] };
  const clean = spectrumOf(sine(1000, 0.1));
  expect(valueOf(fullScaleFrom(clean, steady, 94))).toBeCloseTo(114, 1);
  expect(reasonOf(fullScaleFrom(spectrumOf(sine(1200, 0.1)), steady, 94))).toMatch(/1200 Hz, not at 1,000/);
  expect(reasonOf(fullScaleFrom(clean, { ...steady, clippedSamples: 3 }, 94))).toMatch(/clipped/);
  expect(reasonOf(fullScaleFrom(spectrumOf(sum(sine(1000, 0.1), noise(0.05, 2))), steady, 94))).toMatch(
    /other noise/,
  );
  expect(reasonOf(fullScaleFrom(clean, { ...steady, blockLevelsDb: [-20, -20, -22, -20] }, 94))).toMatch(
    /moves by 2.0 dB/,
  );
});

test('levels are what they are: a tone of full scale, calibrated and not', () => {
  const spectrum = spectrumOf(sine(1000, 1));
  const told = soundReport(spectrum, 94);
  expect(told.laeqDb).toBeCloseTo(94, 1);
  expect(told.lzeqDb).toBeCloseTo(94, 1);
  expect(told.thirdOctavesDb['1000']).toBeCloseTo(94, 1);
  expect(Math.abs(told.loudnessSone! / 42.2 - 1)).toBeLessThan(0.05);
  const bare = soundReport(spectrum, null);
  expect(bare).toMatchObject({ laeqDb: null, lzeqDb: null, loudnessSone: null, loudnessLevelPhon: null });
  expect(bare.relativeDb).toBeCloseTo(0, 1);
});

interface Told {
  laeqDb: number;
  loudnessSone: number;
  thirdOctavesDb: Record<string, number>;
}

const folder = mkdtempSync(join(tmpdir(), 'abanico-sound-'));
function put(name: string, bytes: Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

const SHAPES: [string, WavShape][] = [
  ['16 bit', {}],
  ['24 bit packed', { bits: 24 }],
  ['32 bit', { bits: 32 }],
  ['float', { bits: 32, isFloat: true }],
  ['double', { bits: 64, isFloat: true }],
  ['extensible, 24 bit, stereo', { bits: 24, extensible: true, channels: 2 }],
  [
    'odd chunks before',
    {
      chunks: [
        ['LIST', 7],
        ['junk', 1],
        ['bext', 602],
      ],
    },
  ],
  ['a size of nothing', { statedSize: 0 }],
  ['a size of a stream', { statedSize: 0xffffffff }],
  ['a size too large', { statedSize: 99_999_999 }],
  ['96 kHz', { rateHz: 96_000 }],
  ['44.1 kHz', { rateHz: 44_100 }],
];

test.each(SHAPES)('a WAV with %s is read as what it is', async (name, shape) => {
  const samples = sine(997, 0.5, 1, shape.rateHz ?? RATE);
  const heard = await hearWav(put(`${name}.wav`, wavBytes(samples, shape)), 'a.wav', 0);
  expect(heard.durationS).toBeCloseTo(1, 3);
  expect(decibel(heard.spectrum.meanSquare / 0.125)).toBeCloseTo(0, 2);
  expect(heard.clippedSamples).toBe(0);
});

test('a channel of its own, clipping, and a file cut off in a frame', async () => {
  const stereo = put('s.wav', wavBytes(sine(1000, 0.5, 1), { channels: 2 }, 0.001));
  expect((await hearWav(stereo, 's', 0)).spectrum.meanSquare).toBeCloseTo(0.125, 3);
  await expect(hearWav(stereo, 's', 1)).rejects.toThrow('silence');
  await expect(hearWav(stereo, 's', 2)).rejects.toThrow('there is no channel 3: it has 2');
  const loud = await hearWav(put('c.wav', wavBytes(sine(1000, 1.2, 1))), 'c', 0);
  expect(loud.clippedSamples).toBeGreaterThan(1000);
  const whole = wavBytes(sine(1000, 0.5, 1), { bits: 24 });
  const cut = await hearWav(put('cut.wav', whole.subarray(0, whole.length - 1000)), 'cut', 0);
  expect(cut.notes.join()).toMatch(/what is there was taken/);
});

test.each([
  ['an MP3 by another name', new Uint8Array([0x49, 0x44, 0x33, 4, 0, 0, 0, 0, 0, 0, 0, 0, 0])],
  ['the file is empty', new Uint8Array(0)],
  ['no WAV', new TextEncoder().encode('t_s,cpu_c\n0,40\n1,41\n')],
  ['there are no samples', wavBytes(new Float64Array(0))],
  ['silence', wavBytes(new Float64Array(RATE))],
  ['0.05 s: 0.2 s at least', wavBytes(sine(1000, 0.5, 0.05))],
  ['8000 samples a second', wavBytes(sine(500, 0.5, 1, 8000), { rateHz: 8000 })],
  [
    'a sample is no number',
    wavBytes(
      Float64Array.from({ length: RATE }, () => NaN),
      { bits: 32, isFloat: true },
    ),
  ],
])('what cannot be judged is refused in words: %s', async (why, bytes) => {
  await expect(hearWav(put('bad.wav', bytes), 'bad.wav', 0)).rejects.toThrow(why);
});

test('the command: calibrated by a recording, relative without one, tones where they are asked for, faults in one line', () => {
  const fan = put('fan.wav', wavBytes(sum(noise(0.003, 4, 2), sine(412, 0.004, 4)), { bits: 24 }));
  const tone = put('cal.wav', wavBytes(sine(1000, 0.25, 3), { bits: 24 }));
  const run = (...args: string[]) =>
    JSON.parse(
      execFileSync('bash', ['abanico', 'sound', fan, '--json', ...args], { encoding: 'utf8' }),
    ) as Told;
  const told = run('--calibration', tone, '--calibrator-db', '94');
  const stated = run('--full-scale-db', String(94 + 20 * Math.log10(4)));
  expect(told).toMatchObject({ clippedSamples: 0, durationS: 4 });
  expect(told.laeqDb).toBeCloseTo(stated.laeqDb, 1);
  expect(Object.keys(told.thirdOctavesDb)).toHaveLength(28);
  expect(told.loudnessSone).toBeGreaterThan(1);
  expect(run('--tones', '412,5000')).toMatchObject({
    laeqDb: null,
    relativeDb: expect.any(Number) as number,
    loudnessSone: null,
    tones: [{ hz: expect.closeTo(412, 0) as number, prominent: true }, { prominent: false }],
  });
  const failed = spawnSync('bash', ['abanico', 'sound', fan, '--calibration', fan], { encoding: 'utf8' });
  expect(failed.status).toBe(2);
  expect(failed.stderr.trim().split('\n')).toHaveLength(1);
  expect(failed.stderr).toContain('fan.wav');
});
