import { readFileSync } from 'node:fs';
import { loadKey } from '@/core/runs/load';
import { RESPONSES } from '@/core/responses/responses';
import { readBundle } from '@/formats/bundle/readBundle';
import { readZip } from '@/formats/bundle/bundleZip';
import { exportBundle } from '@/lab/outgoing/exportBundle';
import { publishable } from '@/lab/outgoing/publishable';
import { rankBundle, type RankChoice } from '@/lab/model/rankBundle';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';
import { doubtSamples, quantitySample, sampleOf } from '../support/samples';

inFreshLab();

const demo = (name: string) => readZip(name, readFileSync(`demo/bundles/${name}.zip`));

async function privateFiles(id: number): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await exportBundle(id, { leaving: 'private', withoutSamples: true }))!
    .files)
    files.set(path, bytes);
  return files;
}

/** The figures of a ranking without ids, which covers may change; or why there is none. */
function figures(bundle: ReturnType<typeof readBundle>, choice: RankChoice): unknown {
  try {
    const { ranking } = rankBundle(bundle, choice);
    return ranking.placed.map(({ entry: _, ...row }) => row);
  } catch (error) {
    return (error as Error).message.replace(/^.*: no run/, 'no run');
  }
}

/** Rankings of a bundle by every response, load, place and axis. */
function allFigures(files: ReadonlyMap<string, Uint8Array>): Record<string, unknown> {
  const bundle = readBundle(files);
  const loads = [...new Set(bundle.runs.map(({ run }) => loadKey(run)))];
  const places = [...new Set(bundle.runs.flatMap(({ readings }) => readings.map(({ place }) => place)))];
  const found: Record<string, unknown> = {};
  for (const { id, atPlaces } of RESPONSES)
    for (const load of loads)
      for (const place of atPlaces ? places : [undefined])
        for (const axis of [{}, { against: 'rpm', at: 900 }, { against: 'duty', at: 60 }] as const)
          found[`${id} ${load} ${place} ${JSON.stringify(axis)}`] = figures(bundle, {
            response: id,
            load,
            ...(place === undefined ? {} : { place }),
            ...axis,
          });
  return found;
}

/** Four typed runs, two of each entry, with every mean that can be typed. */
const typed = () =>
  smallBundle((files) => {
    files.set(
      'runs.csv',
      [
        'run,entry,mount,pass,load_w,setting,noise_db,floor_db,cpu_c,ambient_c,power_w,gpu_c,vrm_c,clock_mhz,score,score_unit,score_better,rpm,duty_pct',
        ...['a', 'b'].flatMap((entry, e) =>
          [0, 1].map(
            (s) =>
              `${entry}${s},${entry},1,1,170,${s ? '100 %' : '60 %'},${30 + 6 * s},22,${66 - 6 * s + e},23,170,${71 - 4 * s + e},${80 - 5 * s - e},${4200 + 50 * s + 10 * e},${900 + 20 * s + e},points,higher,${700 + 500 * s},${60 + 40 * s}`,
          ),
        ),
      ].join('\n'),
    );
  });

test.each<[string, () => ReadonlyMap<string, Uint8Array>]>([
  ['typed sensors', typed],
  ['plain', () => sampleOf('tests/samples/plain')],
  ...['air', 'sensors', 'typed'].map((name): [string, () => Map<string, Uint8Array>] => [
    name,
    () => quantitySample(name),
  ]),
  ...doubtSamples().map(([name, files]): [string, () => Map<string, Uint8Array>] => [name, () => files]),
  ...['air', 'attic', 'cases', 'cellar', 'fans', 'grid'].map(
    (name): [string, () => Map<string, Uint8Array>] => [`the demo’s ${name}`, () => demo(name)],
  ),
])('%s: the publishable export gives the figures of the private one', async (_, files) => {
  const id = await importSound(files());
  const own = allFigures(await privateFiles(id));
  expect(Object.values(own).filter((rows) => Array.isArray(rows) && rows.length > 0).length).toBeGreaterThan(
    0,
  );
  const { files: published } = (await publishable(id, { withoutSamples: true }))!;
  expect(allFigures(published)).toEqual(own);
});
