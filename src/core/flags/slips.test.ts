import fc from 'fast-check';
import { seededChance } from '../statistics/chance';
import { slips, slipsAmong, type ReadRun } from './slips';

const RUN: ReadRun = {
  ...{ label: '9', entry: 'a', load: '170', setting: '50 %', mount: 1, pass: 1 },
  ...{ riseK: 38, roomC: 22, noiseDb: 33, rpm: 1000, day: '' },
};
const runs = (...changes: Partial<ReadRun>[]) =>
  changes.map((change, i) => ({ ...RUN, label: String(i + 1), ...change }));
const SIGMA_K = 0.4;

test('a die 24 K under its other mount at the same setting is asked about, and the sentence names run and value', () => {
  const others = runs({ mount: 2, riseK: 62 }, { mount: 2, setting: '100 %', riseK: 55, noiseDb: 41 });
  expect(slips(RUN, others, SIGMA_K)).toEqual([
    { kind: 'rise', says: expect.stringMatching(/38\.0 K, where run 1 \(mount 2\) has 62\.0 K/) as string },
  ]);
  expect(slips({ ...RUN, riseK: 61 }, others, SIGMA_K)).toEqual([]);
  // Another load is another matter, and so is another entry.
  expect(slips({ ...RUN, load: '90' }, others, SIGMA_K)).toEqual([]);
  expect(slips({ ...RUN, entry: 'b' }, others, SIGMA_K)).toEqual([]);
});

test('the rig’s own spread decides: what is far on one that remounts well is scatter on one that does not', () => {
  const others = runs({ mount: 2, riseK: 43.2 });
  expect(slips(RUN, others, 0.4)).toHaveLength(1);
  expect(slips(RUN, others, 0.9)).toHaveLength(0);
});

test('without a repeat the sweep tells: hotter at a louder setting is asked about, and a dying fan’s small step is not', () => {
  const quiet = runs({ setting: '40 %', noiseDb: 30, riseK: 40, rpm: 800 });
  expect(slips({ ...RUN, riseK: 64 }, quiet, SIGMA_K)[0]!.says).toMatch(
    /this run is louder than run 1 and hotter: 64\.0 K at 33 dB\(A\), 40\.0 K at 30 dB\(A\)/,
  );
  expect(slips({ ...RUN, riseK: 41 }, quiet, SIGMA_K)).toEqual([]);
  const loud = runs({ setting: '100 %', noiseDb: 41, riseK: 36, rpm: 1500 });
  expect(slips({ ...RUN, riseK: 16 }, loud, SIGMA_K)[0]!.says).toMatch(/run 1 is louder than this run/);
});

test('a room 13 K off the evening’s is a slip, of whatever entry the others were', () => {
  const evening = runs({ entry: 'b', roomC: 22.4 }, { entry: 'c', roomC: 21.8 }, { entry: 'c', roomC: 22.1 });
  expect(slips({ ...RUN, roomC: 35 }, evening, SIGMA_K)).toMatchObject([
    { kind: 'room', says: expect.stringContaining('run 3 has 22.1 °C') as string },
  ]);
  expect(slips({ ...RUN, roomC: 25 }, evening, SIGMA_K)).toEqual([]);
  // A summer’s evening stands beside its own.
  const june = runs(
    { entry: 'b', roomC: 22, day: '2026-01-20' },
    { entry: 'b', roomC: 29, day: '2026-06-20' },
  );
  expect(slips({ ...RUN, roomC: 30, day: '2026-06-20' }, june, SIGMA_K)).toEqual([]);
});

test('a level is held to its repeats, else to its entry’s level–speed line', () => {
  expect(slips({ ...RUN, noiseDb: 38 }, runs({ mount: 2 }), SIGMA_K)).toMatchObject([
    { kind: 'level', says: expect.stringContaining('run 1 has 33 dB(A)') as string },
  ]);
  const line = (rpm: number) => 32 + 50 * Math.log10(rpm / 1000);
  const sweep = [700, 850, 1200, 1400, 1600].map((rpm) => ({
    ...{ setting: `${rpm} rpm`, rpm, noiseDb: Number(line(rpm).toFixed(1)), riseK: 60 - line(rpm) },
  }));
  const mine = { ...RUN, setting: '1000 rpm', riseK: 28 };
  expect(slips({ ...mine, noiseDb: 37 }, runs(...sweep), SIGMA_K)).toMatchObject([
    { kind: 'level', says: expect.stringMatching(/5\.0 dB over its entry’s level–speed line/) as string },
  ]);
  expect(slips({ ...mine, noiseDb: 32 }, runs(...sweep), SIGMA_K)).toEqual([]);
});

test('of three readings the odd one alone is told, of two both; an evening that scatters as the rig does has none', () => {
  const among = (...rises: number[]) => [
    ...slipsAmong(runs(...rises.map((riseK, i) => ({ riseK, mount: i + 1 }))), () => SIGMA_K).keys(),
  ];
  expect(among(38, 38.3, 62)).toEqual([2]);
  expect(among(38, 62)).toEqual([0, 1]);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
      const chance = seededChance(seed);
      const scattered = Array.from({ length: 60 }, (_, i) => ({
        ...{
          entry: 'abc'[i % 3]!,
          setting: `${i % 5}`,
          mount: 1 + Math.floor(i / 15),
          noiseDb: 30 + (i % 5),
        },
        riseK: 40 - (i % 5) + SIGMA_K * chance.normal(),
        roomC: 22 + chance.normal(),
      }));
      return slipsAmong(runs(...scattered), () => SIGMA_K).size === 0;
    }),
    { seed: 11, numRuns: 60 },
  );
});
