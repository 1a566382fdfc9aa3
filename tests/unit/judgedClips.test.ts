import fc from 'fast-check';
import { AXES, lineStep } from '@/core/curves/axis';
import { axisWords } from '@/core/curves/curveRule';
import { entryCurves } from '@/core/curves/entryCurve';
import { isUsable, placeOn, type MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { isMissing } from '@/core/missing';
import { curveRule, responseOf, RISE } from '@/core/responses/responses';
import { judgedClip, type ClipSides } from '@/core/sound/judgedClip';
import { keptSound, type KeptSound } from '@/core/sound/recording/keptSound';
import { mainsHum } from '@/core/sound/tones/mainsHum';
import { SpectrumGatherer } from '@/core/sound/spectrum/powerSpectrum';
import { CourseGatherer } from '@/core/sound/spectrum/shortSpectra';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import { seededChance } from '@/core/statistics/chance';
import { readWavHead } from '@/formats/wav/readWav';
import { wavStart } from '@/formats/wav/wavStart';
import { bytesSource, hearSource } from '@/lab/sound/hearWav';
import { hearRecording } from '@/lab/sound/keepRecording';
import { BOATHOUSE_RIG } from '@/simulator/boathouse';
import { coolerOf } from '@/simulator/instruments';
import { LiveRig } from '@/simulator/liveRig';
import { calibratorSound, simulatedSound, SOUND_RATE_HZ } from '@/simulator/fanSound';

const RATE = 48_000;
const noise = (sigma: number, seconds: number, seed = 1) => {
  const chance = seededChance(seed);
  return Float64Array.from({ length: seconds * RATE }, () => sigma * chance.normal());
};
function spectrumOf(samples: Float64Array) {
  const gatherer = new SpectrumGatherer(RATE, samples.length);
  gatherer.add(samples);
  return gatherer.spectrum();
}
function heard(samples: Float64Array): KeptSound {
  const course = new CourseGatherer(RATE);
  course.add(samples);
  return keptSound({
    ...{ rateHz: RATE, channel: 1, spectrum: spectrumOf(samples), course: course.course(), notes: [] },
    ...{ durationS: samples.length / RATE, clippedSamples: 0 },
  });
}

const hiss = heard(noise(0.01, 4));
const SIDES: ClipSides = {
  calibration: { fullScaleDb: 100 },
  room: null,
  meterDba: null,
  sources: { fans: [], pumpRpm: null, mainsHz: 50 },
  usedAnyway: '',
  setAside: '',
};
const judge = (more: Partial<ClipSides> = {}, setting = '50 %', sound = hiss) =>
  judgedClip(sound, setting, { ...SIDES, ...more });

test('a clip that counts has a level, a loudness and no reason against it', () => {
  const judged = judge();
  expect(judged.outOf).toBe('');
  expect(judged.loudness.known).toBe(true);
  expect(judged.levelDba).toBeCloseTo(hiss.aDbfs + 100, 9);
  expect(judged.exceededDba!.l10).toBeGreaterThanOrEqual(judged.exceededDba!.l90);
});

test.each([
  ['nothing calibrates it', { calibration: null }, '50 %', 'not calibrated'],
  ['it is set aside', { setAside: 'a chair' }, '50 %', 'set aside: a chair'],
  ['it is a sweep', {}, 'sweep 100 to 30 %', 'a sweep is no steady sound'],
  ['the meter read otherwise', { meterDba: 20 }, '50 %', 'the gain was moved'],
  ['it is set aside and used anyway', { setAside: 'a chair', usedAnyway: 'why not' }, '50 %', 'set aside'],
] as const)('no loudness where %s', (_, more, setting, why) => {
  const judged = judge(more, setting);
  expect(judged.loudness.known).toBe(false);
  expect(judged.outOf).toContain(why);
});

test('what is spoilt counts once a person says so, and its fault is told all the same', () => {
  const judged = judge({ meterDba: 20, usedAnyway: 'the meter was off that night' });
  expect(judged.outOf).toBe('');
  expect(judged.faults.map(({ kind }) => kind)).toEqual(['meter']);
});

test('the room has the clip’s gain where it has none of its own, and its own where it has', () => {
  const room = hiss.bandsDbfs.map((band) => band! - 10);
  const sone = (fullScaleDb: number | null) => {
    const { loudness } = judge({ room: { bandsDbfs: room, fullScaleDb } });
    return loudness.known ? loudness.value.sone : 0;
  };
  expect(sone(null)).toBe(sone(100));
  // Recorded with another gain the same samples are another level: a louder room takes more off.
  expect(sone(108)).toBeLessThan(sone(100));
  expect(sone(92)).toBeGreaterThan(sone(100));
});

test('more decibels calibrate to more sone, whatever is recorded', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 80, max: 130, noNaN: true }),
      fc.double({ min: 0.5, max: 10, noNaN: true }),
      (scale, more) => {
        const sone = (fullScaleDb: number) => {
          const { loudness } = judge({ calibration: { fullScaleDb } });
          return loudness.known ? loudness.value.sone : Number.NaN;
        };
        expect(sone(scale + more)).toBeGreaterThan(sone(scale));
      },
    ),
    { numRuns: 30 },
  );
});

test('the drawn spectrum has the energy of the recording, part by part', () => {
  const { linesDbfs, zDbfs, bandsDbfs } = hiss;
  const sum = (levels: readonly number[]) =>
    10 * Math.log10(levels.reduce((all, level) => all + 10 ** (level / 10), 0));
  // White noise to 20 of its 24 kHz.
  expect(sum(linesDbfs.levels) - zDbfs).toBeCloseTo(10 * Math.log10(20 / 24), 0);
  const inOctave = linesDbfs.levels.filter((_, i) => linesDbfs.hz[i]! > 707 && linesDbfs.hz[i]! <= 1414);
  expect(sum(inOctave) - sum(bandsDbfs.slice(15, 18).map((band) => band!))).toBeCloseTo(0, 0);
  expect(linesDbfs.hz).toEqual([...linesDbfs.hz].sort((a, b) => a - b));
});

test.each([
  [50, [50, 100], 50],
  [60, [60, 120, 180], 60],
  [50, [50], null],
  [0, [], null],
  [0, [440, 880], null],
] as const)('mains of %d Hz: lines at %j hum at %p', (_, lines, hz) => {
  const samples = noise(0.002, 6).map(
    (value, i) =>
      value + lines.reduce((sum, line) => sum + 0.002 * Math.sin((2 * Math.PI * line * i) / RATE), 0),
  );
  expect(mainsHum(spectrumOf(samples))).toBe(hz);
});

test('a WAV of ours reads back as it was written, to half a step, and clips what lies beyond', async () => {
  const samples = Float64Array.from({ length: 30_000 }, (_, i) => 1.2 * Math.sin(i / 40));
  const source = bytesSource('own.wav', wavBytes(samples, RATE));
  const head = await readWavHead(source.name, source.read, source.size);
  expect(head).toMatchObject({ rateHz: RATE, channels: 1, bits: 16, frames: 30_000, notes: [] });
  const back = await wavStart(source, 1, 0.5);
  expect(back.samples).toHaveLength(24_000);
  back.samples.forEach((value, i) =>
    expect(Math.abs(value - Math.max(-1, Math.min(1, samples[i]!)))).toBeLessThanOrEqual(1 / 32_768),
  );
  expect((await wavStart(source, 1, 60)).samples).toHaveLength(30_000);
  expect((await hearSource(source, 0)).clippedSamples).toBeGreaterThan(100);
  expect(() => wavBytes(samples, 0)).toThrow('wavBytes');
});

test('a calibrator’s tone tells full scale, as what it is said to be; another tone is refused, and silence too', async () => {
  const tone = bytesSource(
    'tone.wav',
    wavBytes(simulatedSound(calibratorSound(94, 103), seededChance(1)), SOUND_RATE_HZ),
  );
  const as = { kind: 'calibration' as const, channel: 1 };
  expect((await hearRecording(tone, { ...as, calibratorDb: 94 })).fullScaleDb).toBeCloseTo(103, 1);
  expect((await hearRecording(tone, { ...as, calibratorDb: 114 })).fullScaleDb).toBeCloseTo(123, 1);
  const other = Float64Array.from(
    { length: RATE * 3 },
    (_, i) => 0.1 * Math.sin((2 * Math.PI * 440 * i) / RATE),
  );
  await expect(
    hearRecording(bytesSource('a.wav', wavBytes(other, RATE)), { ...as, calibratorDb: 94 }),
  ).rejects.toMatchObject({ problem: { message: expect.stringContaining('440 Hz') as string } });
  await expect(
    hearRecording(bytesSource('b.wav', wavBytes(new Float64Array(RATE * 3), RATE)), {
      ...as,
      calibratorDb: 94,
    }),
  ).rejects.toMatchObject({ problem: { message: expect.stringContaining('silence') as string } });
  await expect(hearRecording(tone, { ...as, channel: 2, calibratorDb: 94 })).rejects.toMatchObject({
    problem: { message: expect.stringContaining('no channel 2') as string },
  });
});

test('what the simulated microphone hears is what the simulated meter reads, at any duty, and the room where all stands still', () => {
  for (const dutyPct of [0, 45, 80, 100]) {
    const rig = new LiveRig(coolerOf('lebeche-120'), BOATHOUSE_RIG, seededChance(2), {
      ...{ trafficDb: 0, trafficS: 700, doorEveryS: 1e12, doorDb: 0 },
    });
    rig.setFans(dutyPct);
    rig.advance(60);
    const sound = heard(simulatedSound(rig.hear(104), seededChance(3)));
    expect(Math.abs(sound.aDbfs + 104 - rig.readLevelDb())).toBeLessThan(0.8);
  }
});

const point = (setting: string, sone: number | null, value: number): MeasuredPoint => ({
  ...{
    run: setting,
    entry: 'a',
    mount: 1,
    pass: 1,
    setting,
    settled: true,
    value,
    sone,
    rpm: null,
    dutyPct: null,
  },
  level: { levelDb: 30, standing: 'clear', errorGain: 1 } as MeasuredPoint['level'],
  ...{ resistanceKPerW: null, shortfall: 0, roomDoubtK: 0 },
});

test('loudness is an axis: what was not recorded has no place on it, and a line under the quietest is too loud', () => {
  expect(placeOn(point('1', 1.4, 50), 'sone')).toBe(1.4);
  expect(isMissing(placeOn(point('1', null, 50), 'sone'))).toBe(true);
  expect(isUsable(point('1', null, 50), 'sone')).toBe(false);
  expect(lineStep('ArrowRight', AXES.sone)).toBe(0.02);
  expect(axisWords('sone', 1.234)).toBe('1.23 sone');
  const points = [point('slow', 1, 60), point('fast', 3, 50), point('never recorded', null, 55)];
  const [curve] = entryCurves([{ entry: 'a' }], points, undefined, curveRule(RISE, 'sone'));
  expect(curve!.points.map(({ setting }) => setting)).toEqual(['slow', 'fast']);
  const at = (line: number) => valueAtLine(curve!, line);
  expect(at(2)).toMatchObject({ placed: true, toppedOut: false });
  expect(at(0.5)).toMatchObject({
    placed: false,
    status: 'too-loud',
    reason: 'its quietest setting is 1.00 sone',
  });
  expect(at(4)).toMatchObject({ placed: true, toppedOut: true, value: 50 });
  // One setting near the line is not restated by a fan law: loudness has none.
  const [single] = entryCurves([{ entry: 'a' }], [point('1', 2, 50)], undefined, curveRule(RISE, 'sone'));
  expect(valueAtLine(single!, 2.1)).toMatchObject({ restated: false });
});

test('sone is a response of which less is better, in doubt by a share where nothing was repeated', () => {
  const sone = responseOf('sone')!;
  expect(sone).toMatchObject({ unit: 'sone', better: 'lower', throttles: false });
  expect(curveRule(sone, 'rpm')).toMatchObject({ assumed: 0.05, byShare: true });
});

test('a level that hum raises is told as hum, and not as a gain that was moved', () => {
  const fan = noise(0.01, 4);
  const hum = fan.map((value, i) => {
    const line = (hz: number) => Math.sin((2 * Math.PI * hz * i) / RATE);
    return value + 0.25 * line(50) + 0.08 * line(150) + 0.04 * line(250);
  });
  const meterDba = judge().levelDba!;
  const kinds = (sound: KeptSound) => judge({ meterDba }, '50 %', sound).faults.map(({ kind }) => kind);
  expect(judge({}, '50 %', heard(hum)).levelDba!).toBeGreaterThan(meterDba + 2);
  expect(kinds(heard(hum))).toEqual(['hum']);
  expect(kinds(heard(fan.map((value) => 1.4 * value)))).toEqual(['meter']);
});

test('a wave cut off below full scale is clipped; a low tone that is flat at its peak is not', async () => {
  const most = 10 ** (-0.01 / 20);
  const clippedIn = async (samples: Float64Array) =>
    (await hearSource(bytesSource('a.wav', wavBytes(samples, RATE)), 0)).clippedSamples;
  const loud = noise(0.5, 1);
  expect(await clippedIn(loud.map((value) => Math.max(-most, Math.min(most, value))))).toBeGreaterThan(500);
  const low = Float64Array.from({ length: RATE }, (_, i) => 0.998 * Math.sin((2 * Math.PI * 40 * i) / RATE));
  expect(await clippedIn(low)).toBe(0);
  // Two samples of each period are its greatest.
  const tone = Float64Array.from({ length: RATE }, (_, i) => 0.97 * Math.cos((Math.PI * (2 * i + 1)) / 48));
  expect(await clippedIn(tone)).toBe(0);
  expect(await clippedIn(noise(0.2, 1))).toBe(0);
});
