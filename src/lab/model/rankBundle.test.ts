import { readFileSync } from 'node:fs';
import { readFolder } from '@/formats/bundle/bundleFolder';
import { readBundle } from '@/formats/bundle/readBundle';
import { rankBundle } from './rankBundle';

interface Truth {
  noiseLineDba: number;
  loadW: number;
  entries: { entry: string; status: string; deltaTK: number; resistanceKPerW: number }[];
}

test.each(['plain', 'traps'])('the sample %s agrees with its known answer', async (name) => {
  const truth = JSON.parse(readFileSync(`tests/samples/${name}.truth.json`, 'utf8')) as Truth;
  const bundle = readBundle(await readFolder(`tests/samples/${name}`));
  const { ranking, problems } = rankBundle(bundle, {});
  expect(problems).toEqual([]);
  const got = [...ranking.placed, ...ranking.notPlaced];
  expect(Object.fromEntries(got.map((other) => [other.entry, other.status]))).toEqual(
    Object.fromEntries(truth.entries.map((entry) => [entry.entry, entry.status])),
  );
  for (const placed of ranking.placed) {
    const known = truth.entries.find((entry) => entry.entry === placed.entry)!;
    // The throttled one moves by 2 K a decibel: there the level's own tenth decides, so 1 % of the rise.
    const allowed = placed.status === 'throttled' ? 0.01 * known.deltaTK : 0.5;
    expect(Math.abs(placed.value - known.deltaTK)).toBeLessThan(allowed);
  }
});

test('a set-aside run does not count', async () => {
  const bundle = readBundle(await readFolder('tests/samples/plain'));
  for (const { run } of bundle.runs) if (run.entry === 'e03') run.setAside = 'fan unplugged';
  const { ranking } = rankBundle(bundle, {});
  expect(ranking.notPlaced).toMatchObject([{ entry: 'e03', status: 'no-runs' }]);
});
