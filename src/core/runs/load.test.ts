import fc from 'fast-check';
import { fixedLoad, loadKey, loadLabel, parseLoad, type Load } from './load';

const watts = fc.integer({ min: 0, max: 5000 }).map((tenths) => tenths / 10);
const name = fc
  .string({ unit: fc.constantFrom(...'abcdefgh'), minLength: 1, maxLength: 8 })
  .map((letters) => `render ${letters}`);
const load: fc.Arbitrary<Load> = fc.record({
  loadW: watts,
  loadName: fc.oneof(fc.constant(''), name),
  gpuLoadW: fc.oneof(fc.constant(0), watts),
});

test('two loads have one key only where they are the same load', () => {
  const key = ({ loadW, loadName, gpuLoadW }: Load) => JSON.stringify([loadW, loadName, gpuLoadW]);
  fc.assert(fc.property(load, load, (a, b) => (loadKey(a) === loadKey(b)) === (key(a) === key(b))));
});

test('what a label says is read back as the load that it was of', () => {
  fc.assert(
    fc.property(load, (given) => {
      const isNamedIdle = given.loadW === 0 && (given.loadName !== '' || given.gpuLoadW > 0);
      fc.pre(!isNamedIdle);
      expect(parseLoad(loadLabel(given))).toEqual(given);
    }),
  );
});

test.each([
  [fixedLoad(170), '170', '170 W'],
  [fixedLoad(0), '0', 'idle'],
  [{ loadW: 90, loadName: '', gpuLoadW: 200 }, '90+200', '90 W + 200 W graphics'],
  [{ loadW: 140, loadName: 'render', gpuLoadW: 0 }, '140~render', 'render, 140 W'],
])('%j is %s in an address and “%s” in words', (given, key, label) => {
  expect([loadKey(given), loadLabel(given)]).toEqual([key, label]);
});
