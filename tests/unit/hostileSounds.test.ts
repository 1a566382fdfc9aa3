import fc from 'fast-check';
import { UnusableInput } from '@/formats/problem';
import { bytesSource, hearSource } from '@/lab/sound/hearWav';
import { hearRecording } from '@/lab/sound/keepRecording';
import { BenchInstruments } from '@/instruments/benchInstruments';
import { serveScpi, type ScpiHandler } from '@/simulator/scpiServer';
import { seededChance } from '@/core/statistics/chance';
import type { AddressInfo } from 'node:net';
import { wavBytes, type WavShape } from '../support/wav';

const RATE = 48_000;
const chance = seededChance(6);
const SAMPLES = Float64Array.from({ length: RATE / 2 }, () => 0.1 * chance.normal());
const SOUND = wavBytes(SAMPLES);

/** Listened to, or refused in words that name the file: nothing else may happen. */
async function heardOrRefused(bytes: Uint8Array): Promise<string> {
  try {
    const { durationS, spectrum } = await hearSource(bytesSource('x.wav', bytes), 0, { course: true });
    expect(durationS).toBeGreaterThan(0);
    expect(Number.isFinite(spectrum.meanSquare)).toBe(true);
    return 'heard';
  } catch (error) {
    expect(error).toBeInstanceOf(UnusableInput);
    const { problem } = error as UnusableInput;
    expect(problem.file).toBe('x.wav');
    expect(problem.message).not.toMatch(/undefined|NaN|null|Infinity/);
    return problem.message;
  }
}

test('whatever bytes are said to be a WAV, they are listened to or refused in words', async () => {
  await fc.assert(
    fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (bytes) => {
      await heardOrRefused(bytes);
    }),
    { numRuns: 300 },
  );
});

test('a sound WAV with any of its bytes changed is listened to or refused in words', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(80), fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 6 }),
      async (changes) => {
        const bytes = SOUND.slice();
        for (const [at, value] of changes) bytes[at] = value;
        await heardOrRefused(bytes);
      },
    ),
    { numRuns: 200 },
  );
});

test.each([12, 20, 43, 44, 45, 100, SOUND.length - 1])('cut off after %d bytes', async (length) => {
  const told = await heardOrRefused(SOUND.slice(0, length));
  if (length > 40_000) expect(told).toBe('heard');
  else expect(told).not.toBe('heard');
});

test.each<[string, WavShape]>([
  ['16 bit', {}],
  ['packed 24 bit', { bits: 24 }],
  ['32 bit', { bits: 32 }],
  ['float', { bits: 32, isFloat: true }],
  ['float of 64 bit', { bits: 64, isFloat: true }],
  ['extensible', { extensible: true, bits: 24 }],
  [
    'odd chunks before the samples',
    {
      chunks: [
        ['LIST', 7],
        ['bext', 603],
      ],
    },
  ],
  ['a size that is nothing', { statedSize: 0 }],
  ['a size that is far too large', { statedSize: 2 ** 31 }],
  ['two channels', { channels: 2 }],
])('%s: the same levels within a hundredth of a decibel', async (_, shape) => {
  const levelOf = async (bytes: Uint8Array) =>
    (await hearRecording(bytesSource('x.wav', bytes), { kind: 'clip', channel: 1, calibratorDb: null }))
      .sound;
  const [plain, other] = [await levelOf(SOUND), await levelOf(wavBytes(SAMPLES, shape))];
  expect(other.aDbfs).toBeCloseTo(plain.aDbfs, 2);
  expect(other.bandsDbfs.map((band) => Number(band!.toFixed(1)))).toEqual(
    plain.bandsDbfs.map((band) => Number(band!.toFixed(1))),
  );
});

test('the second channel is another, and the one after it is not there', async () => {
  const two = bytesSource('x.wav', wavBytes(SAMPLES, { channels: 2 }, 0.5));
  const as = { kind: 'clip' as const, calibratorDb: null };
  const first = await hearRecording(two, { ...as, channel: 1 });
  expect(first.sound.channel).toBe(1);
  // A constant is no sound: the other channel is silent.
  await expect(hearRecording(two, { ...as, channel: 2 })).rejects.toMatchObject({
    problem: { message: expect.stringContaining('silence') as string },
  });
  await expect(hearRecording(two, { ...as, channel: 3 })).rejects.toMatchObject({
    problem: { message: 'there is no channel 3: it has 2' },
  });
});

/** A microphone that answers so. */
async function microphone(handlers: Record<string, ScpiHandler>) {
  const server = serveScpi('Test,microphone,1,1', handlers);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = { host: '127.0.0.1', port: (server.address() as AddressInfo).port };
  const nobody = { host: '127.0.0.1', port: 1 };
  const bench = new BenchInstruments(
    { load: nobody, power: nobody, room: nobody, fans: nobody, meter: nobody, microphone: address },
    200,
  );
  return {
    bench,
    close: () => {
      bench.close();
      server.close();
    },
  };
}

test('a microphone’s recording comes over whole; nonsense, and one that has none, are no recording', async () => {
  const whole = await microphone({ 'REC:WAV?': () => Buffer.from(SOUND).toString('base64') });
  expect(whole.bench.hasMicrophone).toBe(true);
  const got = await whole.bench.recordSound();
  expect(Buffer.from(got!).equals(Buffer.from(SOUND))).toBe(true);
  whole.close();
  const odd = await microphone({ 'REC:WAV?': () => '~~ not base64 ~~', 'REC:TONE?': () => '' });
  expect(await odd.bench.recordSound()).toBeNull();
  expect(await odd.bench.recordTone(94)).toBeNull();
  odd.close();
  expect(await odd.bench.recordSound()).toBeNull();
});
