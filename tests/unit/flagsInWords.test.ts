import { coolerLevel } from '@/core/levels/coolerLevel';
import { runFlags } from '@/core/flags/runFlags';
import type { LabRun } from '@/core/runs/labRun';
import type { Reduction } from '@/core/reduction/reduceTrace';

const FLOOR_DB = 20;
let nextId = 0;

interface Change {
  entry?: string;
  rpm?: number | null;
  levelDb?: number;
  mount?: number | undefined;
  pass?: number;
  setting?: string;
  riseK?: number;
  fanCount?: number;
  setAside?: string | undefined;
  reduction?: Partial<Reduction>;
}

/** A level of the cooler alone on the line of its fan: 50·lg(rpm), as fans have it. */
const onLine = (rpm: number, fans = 1) => 50 * Math.log10(rpm / 1000) + 32 + 10 * Math.log10(fans);

function run(change: Change = {}): LabRun {
  nextId += 1;
  const { rpm = 1000, entry = 'a', fanCount = 1, riseK = 40, reduction, ...rest } = change;
  const alone = change.levelDb ?? onLine(rpm ?? 1000, fanCount);
  const readDb = 10 * Math.log10(10 ** (alone / 10) + 10 ** (FLOOR_DB / 10));
  return {
    ...{ id: nextId, entry, rpm, fanCount, productId: 1, loadW: 170, loadName: '', gpuLoadW: 0 },
    ...{ mount: 1, pass: 1, setting: `${rpm} rpm`, setAside: '', ...rest },
    startedAt: '2026-11-20T18:00:00Z',
    level: coolerLevel(readDb, FLOOR_DB),
    reduction: {
      settled: true,
      riseK,
      hasDie: true,
      roomMovedK: 0,
      levelMovedDb: 0,
      unsettledReason: '',
      ambientMeanC: 22,
      ...reduction,
    },
  } as unknown as LabRun;
}

const SPEEDS = [700, 900, 1100, 1300, 1500];
const sweep = (change: Change = {}) => SPEEDS.map((rpm) => run({ ...change, rpm, setting: `${rpm} rpm` }));
const texts = (runs: readonly LabRun[]) => [...runFlags(runs).values()].flat();

test('a sound sweep has nothing to say', () => {
  expect(texts([...sweep(), ...sweep({ entry: 'b' })])).toEqual([]);
});

test.each([
  [3, '3.0 dB over its entry’s level–speed line'],
  [-4, '4.0 dB under its entry’s level–speed line'],
])('a level %d dB off its fan’s line is told, and no other', (offDb, text) => {
  const odd = run({ rpm: 1000, levelDb: onLine(1000) + offDb });
  const runs = [...sweep(), odd];
  const flags = runFlags(runs);
  expect([...flags.keys()]).toEqual([odd.id]);
  expect(flags.get(odd.id)).toEqual([text]);
});

test('what is set aside holds nobody to its line, and a level at the floor is no level', () => {
  const aside = run({ rpm: 1000, levelDb: onLine(1000) + 6, setAside: 'a lorry' });
  const lost = run({ rpm: 500, levelDb: 12 });
  expect(texts([...sweep(), aside, lost])).toEqual([]);
});

test('runs without a speed are told nothing by it', () => {
  expect(texts([...sweep(), run({ rpm: null, levelDb: 60 })])).toEqual([]);
});

test.each([
  [{ roomMovedK: 0.8 }, 'The room moved 0.8 K in the window'],
  [{ roomMovedK: 0.5 }, null],
  [{ levelMovedDb: 3.2 }, 'The level steps by 3.2 dB in the window: is the meter’s clock right?'],
  [{ levelMovedDb: 1.5 }, null],
])('in the window: %j', (reduction, text) => {
  expect(texts([...sweep(), run({ reduction })])).toEqual(text === null ? [] : [text]);
});

test('two fans of one product are louder by 3 dB; what is beyond that is told', () => {
  const one = sweep({ entry: 'one' });
  expect(texts([...one, ...sweep({ entry: 'two', fanCount: 2 })])).toEqual([]);
  const loud = SPEEDS.map((rpm) =>
    run({ entry: 'two', fanCount: 2, rpm, setting: `${rpm} rpm`, levelDb: onLine(rpm, 2) + 4 }),
  );
  const flags = runFlags([...one, ...loud]);
  for (const two of loud)
    expect(flags.get(two.id)![0]).toMatch(
      /^4\.0 dB over what the number of fans explains beside its other variants$/,
    );
  // Which of two is wrong nobody can tell: both are to be looked at.
  for (const single of one) expect(flags.get(single.id)![0]).toMatch(/^4\.0 dB under/);
});

test('a mount that sits badly is an outlier from its others, by how much', () => {
  const mounts = (entry: string, badK: number) =>
    [1, 2, 3].flatMap((mount) =>
      [40, 38, 36].flatMap((riseK, i) =>
        [1, 2].map((pass) =>
          run({
            ...{ entry, mount, pass, rpm: null, setting: `s${i}` },
            riseK: riseK + (mount === 3 ? badK : 0) + 0.1 * pass + 0.15 * mount,
          }),
        ),
      ),
    );
  const sound = mounts('a', 0);
  const bad = mounts('b', 6);
  const flags = runFlags([...sound, ...mounts('c', 0), ...bad]);
  const flagged = bad.filter((other) => flags.has(other.id));
  expect(flagged.length).toBeGreaterThan(0);
  expect(new Set(flagged.map((other) => other.mount))).toEqual(new Set([3]));
  expect(flags.get(flagged[0]!.id)![0]).toMatch(/^[56]\.\d K over its other mounts$/);
  expect(sound.some((other) => flags.has(other.id))).toBe(false);
});
