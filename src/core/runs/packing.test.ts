import fc from 'fast-check';
import { pack, unpack } from '../packed';
import { loadLabel, loadKey, parseLoad } from './load';
import { changeWords } from './changeWords';

const finite = fc.double({ min: -1e6, max: 1e6, noNaN: true });
test('unending freedom survives the way; text that looks like it stays text', () => {
  const value = { freedom: Infinity, list: [1, Infinity, -2.5], text: '1e999', odd: '\u0001unending?' };
  expect(JSON.parse(pack(value))).toEqual(value);
});

test('a change of a run reads as a person would say it', () => {
  const words = (what: string, was: string, isNow: string) => changeWords({ what, was, isNow });
  expect(words('run', '', 'typed by hand')).toBe('typed by hand');
  expect([words('deleted', '', 'yes'), words('deleted', 'yes', '')]).toEqual(['deleted', 'restored']);
  expect(words('note', '', 'fan was loose')).toBe('note: fan was loose');
  expect(words('mount', '1', '2')).toBe('mount 1 → 2');
  expect(words('set aside', 'door slammed', '')).toBe('set aside undone (door slammed)');
});

test('loads have one key, one label and one address each', () => {
  const loads = [
    { loadW: 170, loadName: '', gpuLoadW: 0 },
    { loadW: 170, loadName: '', gpuLoadW: 200 },
    { loadW: 170, loadName: 'render', gpuLoadW: 0 },
    { loadW: 0, loadName: '', gpuLoadW: 0 },
    { loadW: 140, loadName: 'render', gpuLoadW: 90 },
  ];
  for (const name of [loadKey, loadLabel, loadKey]) expect(new Set(loads.map(name)).size).toBe(loads.length);
  expect(loads.map(loadLabel)).toEqual([
    '170 W',
    '170 W + 200 W graphics',
    'render, 170 W',
    'idle',
    'render, 140 W + 90 W graphics',
  ]);
  for (const load of loads.slice(0, 3)) expect(parseLoad(loadLabel(load))).toEqual(load);
  expect(
    ['140', 'idle', 'render 140', 'flat out, 140,5 W', '90 W + 200 W graphics', 'W', ''].map(parseLoad),
  ).toEqual([
    { loadW: 140, loadName: '', gpuLoadW: 0 },
    { loadW: 0, loadName: '', gpuLoadW: 0 },
    { loadW: 140, loadName: 'render', gpuLoadW: 0 },
    { loadW: 140.5, loadName: 'flat out', gpuLoadW: 0 },
    { loadW: 90, loadName: '', gpuLoadW: 200 },
    null,
    null,
  ]);
  expect(loads.map(loadKey)).toEqual(['170', '170+200', '170~render', '0', '140+90~render']);
});

test('a field that many curves share is written once, and is one again; unending numbers and other fields come back as they were', () => {
  const [one, two] = [{ sweeps: [1, Infinity] }, { sweeps: [2] }];
  const value = {
    slips: [{ field: 'rpm', runs: [{ field: 'noise' }] }],
    loads: [
      {
        curves: [
          { entry: 'a', field: one },
          { entry: 'b', field: one },
        ],
      },
      {
        curves: [
          { entry: 'a', field: two },
          { entry: 'b', field: two },
        ],
      },
    ],
    again: { field: one },
  };
  const packed = pack(value);
  expect(packed.split('sweeps')).toHaveLength(3);
  expect(packed.split('curves')).toHaveLength(2);
  const back = unpack(packed);
  expect(back).toEqual(value);
  const [first, second] = back.loads.map(({ curves }) => curves.map(({ field }) => field));
  expect(first![0]).toBe(first![1]);
  expect(second![0]).toBe(second![1]);
  expect(back.again.field).toBe(first![0]);
});

test('whatever plain data is packed comes back, its keys in their order', () => {
  const leaf = fc.oneof(
    fc.integer(),
    finite.map((n) => n + 0),
    fc.constant(Infinity),
    fc.string(),
    fc.constant(null),
  );
  const row = fc.record({ a: leaf, list: fc.array(leaf), b: leaf }, { requiredKeys: ['a'] });
  const data = fc.record({
    rows: fc.array(fc.oneof(row, row, leaf)),
    deep: fc.array(fc.record({ rows: fc.array(row) })),
  });
  fc.assert(
    fc.property(data, (value) => {
      const back = unpack(pack(value));
      expect(back).toEqual(value);
      expect(JSON.stringify(back)).toBe(JSON.stringify(value));
    }),
  );
});
