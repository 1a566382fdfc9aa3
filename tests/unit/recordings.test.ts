import fc from 'fast-check';
import { beatingOf } from '@/core/sound/tones/beating';
import { clipLoudness } from '@/core/sound/loudness/clipLoudness';
import { earAgreement } from '@/core/sound/earAgreement';
import { keptSound, type KeptSound } from '@/core/sound/recording/keptSound';
import { loudnessSone } from '@/core/sound/loudness/loudness';
import { clipsToHear, playedGains } from '@/core/sound/recording/playback';
import { SpectrumGatherer } from '@/core/sound/spectrum/powerSpectrum';
import { recordingFaults } from '@/core/sound/recording/recordingFaults';
import { roomOff } from '@/core/sound/recording/roomOff';
import { CourseGatherer } from '@/core/sound/spectrum/shortSpectra';
import { toneSource, toneSentence } from '@/core/sound/tones/toneNames';
import { conductancePerSone } from '@/core/judgement/measures/perSone';
import { seededChance } from '@/core/statistics/chance';
import { fanSound, roomShape, simulatedSound, type FanVoice } from '@/simulator/fanSound';
import { reasonOf, valueOf } from '../support/outcome';

const RATE = 48_000;
const FULL_SCALE_DB = 100;
const PLAIN: FanVoice = { blades: 7, bladePassDb: 20, motorDb: null, ring: null };

function heard(samples: Float64Array, rateHz = RATE): KeptSound {
  const gatherer = new SpectrumGatherer(rateHz, samples.length);
  const course = new CourseGatherer(rateHz);
  // In pieces of odd length, as they come from a file.
  for (let from = 0; from < samples.length; from += 9973) {
    gatherer.add(samples.subarray(from, from + 9973));
    course.add(samples.subarray(from, from + 9973));
  }
  let clippedSamples = 0;
  for (const value of samples) if (Math.abs(value) >= 1) clippedSamples += 1;
  const durationS = samples.length / rateHz;
  return keptSound({
    ...{ rateHz, channel: 1, spectrum: gatherer.spectrum(), course: course.course(), notes: [] },
    ...{ durationS, clippedSamples },
  });
}

function fan(voice: Partial<FanVoice> = {}, rpm = 1500, levelDba = 40, seed = 1): Float64Array {
  const sound = fanSound({ ...PLAIN, ...voice }, { rpm, levelDba, roomDba: 10, fullScaleDb: FULL_SCALE_DB });
  return simulatedSound(sound, seededChance(seed));
}
const plain = fan();
const changed = (change: (value: number, i: number) => number) => plain.map(change);

test('a simulated fan comes to the level it was made with, steadily, and repeats by its seed', () => {
  const sound = heard(plain);
  expect(sound.aDbfs + FULL_SCALE_DB).toBeCloseTo(40, 0);
  expect(Math.abs(sound.exceededDbfs.l50 + FULL_SCALE_DB - 40)).toBeLessThan(0.3);
  expect(sound.exceededDbfs.l10).toBeGreaterThan(sound.exceededDbfs.l90);
  expect(sound.courseDbfs.levels.length).toBeGreaterThan(40);
  const bytes = (samples: Float64Array) => Buffer.from(samples.buffer);
  expect(bytes(fan()).equals(bytes(plain))).toBe(true);
  expect(bytes(fan({}, 1500, 40, 2)).equals(bytes(plain))).toBe(false);
});

test('percentiles of a sound that is 20 dB louder for a fifth of the time', () => {
  const { exceededDbfs } = heard(changed((value, i) => (i < plain.length / 5 ? 10 * value : value)));
  expect(exceededDbfs.l10 - exceededDbfs.l90).toBeGreaterThan(19);
  expect(exceededDbfs.l50 - exceededDbfs.l90).toBeLessThan(1);
});

test.each([
  ['nothing', plain, {}, []],
  ['a gain that is too high', changed((v) => Math.max(-1, Math.min(1, 300 * v))), {}, ['clipped']],
  ['a door', changed((v, i) => (i > 100_000 && i < 110_000 ? 12 * v : v)), {}, ['bang']],
  [
    'somebody who speaks',
    changed((v, i) => v * (1 + 3 * Math.max(0, Math.sin((2 * Math.PI * i) / 48_000)))),
    {},
    ['speech'],
  ],
  [
    'wind',
    changed(
      (v, i) =>
        v + 0.3 * Math.max(0.03, Math.abs(Math.sin((2 * Math.PI * i) / 90_000))) ** 2 * Math.sin(i / 90),
    ),
    {},
    ['wind'],
  ],
  [
    'mains',
    changed(
      (v, i) =>
        v + 0.002 * (Math.sin((2 * Math.PI * 50 * i) / RATE) + Math.sin((2 * Math.PI * 100 * i) / RATE)),
    ),
    {},
    ['hum'],
  ],
  ['a meter that agrees within 1.4 dB', plain, { levelDba: 40, meterDba: 41.4 }, []],
  ['a meter that reads 1.6 dB less', plain, { levelDba: 40, meterDba: 38.4 }, ['meter']],
  ['a second and a half', plain.subarray(0, 72_000), {}, ['short']],
  ['a sweep, which moves by itself', changed((v, i) => (v * 40 * i) / plain.length), { isSweep: true }, []],
])('what is wrong with a recording of %s', (_, samples, more, kinds) => {
  const asked = { levelDba: null, meterDba: null, isSweep: false, ...more };
  expect(recordingFaults(heard(samples), asked).map(({ kind }) => kind)).toEqual(kinds);
});

test('44.1 kHz reaches all bands, 32 kHz told to be too low for loudness is not silent about it', () => {
  const slow = heard(plain.subarray(0, 100_000), 24_000);
  expect(recordingFaults(slow, { levelDba: null, meterDba: null, isSweep: false })[0]!.says).toContain(
    '12.5 kHz',
  );
  expect(reasonOf(clipLoudness(slow.bandsDbfs, 100, null))).toContain('12.5 kHz');
  expect(heard(plain, 44_100).bandsDbfs.every((band) => band !== null)).toBe(true);
});

const level = fc.double({ min: -20, max: 90, noNaN: true });
test('the room noise subtracted and put back by energy is what was recorded; less than 3 dB clear is a bound alone', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(level, level), { minLength: 1, maxLength: 28 }), (pairs) => {
      const recorded = pairs.map(([a]) => a);
      const room = pairs.map(([, b]) => b);
      roomOff(recorded, room).forEach(({ levelDb, atMostDb }, band) => {
        expect(atMostDb).toBe(recorded[band]);
        if (levelDb === null) expect(recorded[band]! - room[band]!).toBeLessThan(3);
        else
          expect(10 * Math.log10(10 ** (levelDb / 10) + 10 ** (room[band]! / 10))).toBeCloseTo(
            recorded[band]!,
            6,
          );
      });
    }),
  );
  expect(() => roomOff([1], [])).toThrow('roomOff');
});

test('loudness without the room: silence changes nothing, the same room leaves nothing but a bound', () => {
  const { bandsDbfs } = heard(plain);
  const bands = bandsDbfs.map((band) => band! + FULL_SCALE_DB);
  const alone = valueOf(clipLoudness(bandsDbfs, FULL_SCALE_DB, null));
  expect(alone.sone).toBeCloseTo(loudnessSone(bands), 6);
  expect(alone.soneAtMost).toBe(alone.sone);
  const same = valueOf(clipLoudness(bandsDbfs, FULL_SCALE_DB, bands));
  expect(same).toMatchObject({ sone: 0, bandsAtRoom: 28 });
  expect(same.soneAtMost).toBeCloseTo(alone.sone, 6);
  const quiet = simulatedSound(
    { fullScaleDb: FULL_SCALE_DB, tones: [], noises: [{ levelDba: 36, shape: roomShape }] },
    seededChance(4),
  );
  const room = heard(quiet).bandsDbfs.map((band) => band! + FULL_SCALE_DB);
  const both = heard(plain.map((value, i) => value + quiet[i]!));
  const off = valueOf(clipLoudness(both.bandsDbfs, FULL_SCALE_DB, room));
  // Of a level that has the room in it the fan comes back; its lowest bands are under the room.
  expect(Math.abs(off.sone / alone.sone - 1)).toBeLessThan(0.06);
  expect(off.bandsAtRoom).toBeGreaterThan(0);
  expect(valueOf(clipLoudness(both.bandsDbfs, FULL_SCALE_DB, null)).sone).toBeGreaterThan(1.1 * alone.sone);
  expect(reasonOf(clipLoudness(bandsDbfs, null, null))).toContain('not calibrated');
});

const SOURCES = { fans: [{ blades: 7, rpm: 3530 }], pumpRpm: 2600, mainsHz: 50 };
test.each([
  [412, 'blade pass of 7 blades at 3,530 rpm'],
  [823, '2nd harmonic of the blade pass of 7 blades at 3,530 rpm'],
  [235.6, 'motor, 4th multiple of 3,530 rpm'],
  [260, 'pump, 6th multiple at 2,600 rpm'],
  [100, 'mains hum, 2nd harmonic of 50 Hz'],
  [3111, ''],
])('a tone at %d Hz is told as “%s”', (hz, says) => {
  expect(toneSource(hz, SOURCES).says).toBe(says);
});

test('tones of a simulated fan are found where they are, named, and the clear one is told as clear', () => {
  const sound = heard(fan({ bladePassDb: -5, motorDb: 0 }, 1800, 45));
  const rotor = { ...SOURCES, fans: [{ blades: 7, rpm: 1800 }] };
  const named = sound.tones.map((tone) => toneSentence(tone, toneSource(tone.hz, rotor).says));
  expect(named).toContain('a clear tone at 210 Hz: blade pass of 7 blades at 1,800 rpm');
  expect(named.some((says) => says.includes('720 Hz: motor, 24th multiple'))).toBe(true);
  // Without blades nobody can name it.
  expect(toneSource(210, { ...rotor, fans: [{ blades: null, rpm: 1801 }] }).source).toBe('unknown');
});

test('two of nearly one speed beat at their distance; one alone, or noise, does not', () => {
  const lines = (samples: Float64Array) => {
    const course = new CourseGatherer(RATE);
    course.add(samples);
    return course.course().lowLines;
  };
  const both = lines(fan({ bladePassDb: 0, beat: { rateHz: 1.5 } }, 1800));
  const found = beatingOf(both, 210.4)!;
  expect(found.rateHz).toBeCloseTo(1.5, 0);
  expect(found.depth).toBeGreaterThan(0.4);
  const steady = Array.from({ length: 4 }, (_, seed) =>
    beatingOf(lines(fan({ bladePassDb: 0 }, 1800, 40, seed)), 210),
  );
  expect(steady.filter(Boolean)).toEqual([]);
  expect(beatingOf({ ...both, columns: both.columns.slice(0, 20) }, 210)).toBeNull();
});

test('a spectrogram shows a tone that rises, in memory that does not grow with the hours', () => {
  const course = new CourseGatherer(RATE);
  const block = new Float64Array(RATE);
  for (let second = 0; second < 70; second += 1) {
    for (let i = 0; i < RATE; i += 1) block[i] = Math.sin((2 * Math.PI * (200 + 40 * second) * i) / RATE);
    course.add(block);
  }
  const { spectrogram, weighted, lowLines } = course.course();
  expect(weighted.length).toBeGreaterThan(540);
  expect(spectrogram.columns.length).toBeLessThanOrEqual(256);
  expect(lowLines.columns.length).toBe(480);
  const loudest = spectrogram.columns.map(
    (column) => spectrogram.bandsHz[column.indexOf(Math.max(...column))]!,
  );
  expect(loudest[0]!).toBeLessThan(280);
  expect(loudest.at(-1)!).toBeGreaterThan(2800);
  expect(spectrogram.stepS * spectrogram.columns.length).toBeGreaterThan(69);
});

test('ears against figures: all, none, and half of the pairs, with an interval that holds the share', () => {
  const figures = [1.1, 1.9, 2.4, 3.2, 4.1, 5.6];
  const with_ = (places: number[]) => valueOf(earAgreement(places, figures));
  expect(with_([1, 2, 3, 4, 5, 6])).toMatchObject({ agreed: 15, pairs: 15, share: 1, to: 1 });
  expect(with_([6, 5, 4, 3, 2, 1])).toMatchObject({ agreed: 0, share: 0, from: 0 });
  const some = with_([2, 1, 3, 5, 4, 6]);
  expect(some).toMatchObject({ agreed: 13, pairs: 15 });
  expect(some.from).toBeLessThan(some.share);
  expect(some.to).toBeGreaterThanOrEqual(some.share);
  expect(with_([2, 1, 3, 5, 4, 6])).toEqual(some);
  expect(reasonOf(earAgreement([1, 2, 3], [1, 2, 3]))).toContain('needs four');
  expect(reasonOf(earAgreement([1, 2, 3, 4], [2, 2, 2, 2]))).toContain('no two clips differ');
  expect(valueOf(earAgreement([1, 2, 3, 4], [1, 1, 2, 3])).pairs).toBe(5);
});

test('clips are heard at one gain: what counts, nearest the line or fastest, levels kept between them', () => {
  const clip = (id: number, entry: string, levelDba: number, more = {}) => ({
    ...{ id, entry, setting: '', levelDba, rpm: null, fullScaleDb: 100, outOf: '' },
    ...more,
  });
  const clips = [
    clip(1, 'a', 31),
    clip(2, 'a', 39),
    clip(3, 'b', 36, { outOf: 'clipped' }),
    clip(4, 'c', 33, { fullScaleDb: null }),
    clip(5, 'd', 30, { rpm: 1500 }),
    clip(6, 'd', 40, { rpm: 900 }),
  ];
  expect(clipsToHear(clips, 'line', 33).map(({ id }) => id)).toEqual([1, 5]);
  expect(clipsToHear(clips, 'full', 33).map(({ id }) => id)).toEqual([2, 5]);
  fc.assert(
    fc.property(fc.array(fc.double({ min: 60, max: 140, noNaN: true }), { minLength: 1 }), (scales) => {
      const gains = playedGains(scales);
      expect(Math.max(...gains)).toBe(0);
      // A sample of each, at its gain, stands for one level.
      gains.forEach((gain, i) => expect(gain - scales[i]!).toBeCloseTo(gains[0]! - scales[0]!, 6));
    }),
  );
});

test('conductance for each sone carries both doubts, and says why there is none', () => {
  const { value, interval95 } = valueOf(
    conductancePerSone({ value: 0.25, interval95: 0.005 }, { value: 2, interval95: 0.1 }),
  );
  expect(value).toBe(2);
  expect(interval95).toBeCloseTo(2 * Math.hypot(0.02, 0.05), 9);
  expect(reasonOf(conductancePerSone(null, { value: 2, interval95: 0 }))).toContain('power');
  expect(reasonOf(conductancePerSone({ value: 0.2, interval95: 0 }, null))).toContain('recording');
});
