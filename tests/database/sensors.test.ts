import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import { importRawRuns } from '@/lab/bring/importRawRuns';
import { offeredColumns, packedLogbook } from '@/lab/runs/logbookRows';
import { rawRunsPlan } from '@/lab/bring/rawRunsSchema';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { beginUpload, takeFile, uploadedFiles } from '@/lab/bring/uploads';
import { viewVerdict } from '@/lab/orders/verdictView';
import { unpack } from '@/core/packed';
import { readBundle } from '@/formats/bundle/readBundle';
import { rankBundle } from '@/lab/model/rankBundle';
import { smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const SECONDS = 700;

/** Two settings of one entry in one log: the sensor stands `quiet` over the room at first, then `loud`. */
async function brought(heading: string, quiet: number, loud: number, title: string): Promise<number> {
  const lines = Array.from({ length: 2 * SECONDS }, (_, s) => {
    const value = s < SECONDS ? quiet : loud;
    return `${s},${(value + (s % 2 ? 0.1 : -0.1)).toFixed(1)},22.0,${s < SECONDS ? 800 : 1500}`;
  });
  const text = [`t_s,${heading},Room (°C),Fan (rpm)`, ...lines].join('\n');
  const upload = await beginUpload();
  async function* bytes() {
    yield new TextEncoder().encode(text);
  }
  await takeFile(upload, `${title}.csv`, bytes());
  const [file] = await uploadedFiles(upload);
  const run = (fromS: number, setting: string, noiseDb: number) => ({
    ...{
      fromS,
      toS: fromS + SECONDS,
      entry: title,
      loadW: 0,
      setting,
      mount: 1,
      pass: 1,
      noiseDb,
      floorDb: 20,
    },
  });
  const plan = rawRunsPlan.cast({
    dryRun: false,
    logs: [{ fileId: file!.id, offsetS: 0 }],
    runs: [run(0, '40 %', 28), run(SECONDS, '80 %', 38)],
    target: { title, rigName: 'Case', noiseLineDba: 30, windowS: 300 },
  });
  const result = await importRawRuns(upload, plan);
  if (!result.imported) throw new Error(JSON.stringify(result));
  return result.roundUpId;
}

describe.each([
  ['gpu-rise', 'GPU (°C)', 72, 64],
  ['vrm-rise', 'VRM (°C)', 80, 71],
  ['liquid-rise', 'Coolant (°C)', 36, 31],
  ['case-air-rise', 'Air in case (°C)', 33, 28],
  ['memory-rise', 'DIMM (°C)', 47, 43],
  ['drive-rise', 'SSD (°C)', 55, 50],
  ['clock', 'Core clock (MHz)', 4100, 4450],
] as const)('%s', (response, heading, quiet, loud) => {
  const isRise = response.endsWith('rise');
  const value = (read: number) => (isRise ? read - 22 : read);

  test('goes from a raw log to the logbook and the verdict, out in a bundle and back', async () => {
    const id = await brought(heading, quiet, loud, `Sensor ${response}`);
    const values = await withDatabase((db) => listValues(db, id, response, ''));
    expect(values.map((row) => [Number(row.value.toFixed(3)), row.settled]).sort()).toEqual(
      [
        [value(quiet), true],
        [value(loud), true],
      ].sort(),
    );
    const view = (await viewRoundUp(id))!;
    const column = (await offeredColumns(view)).filter((offered) => offered.key === response);
    const rows = unpack(await packedLogbook(view, column));
    expect(rows.find((row) => row.setting === '40 %')!.values[0]).toBeCloseTo(value(quiet), 3);

    // At each setting’s own level the curve is what was measured there.
    for (const line of [27.25, 37.93]) {
      const { ranking, shown } = (await viewVerdict(id, { response, line: String(line) }))!;
      expect(shown.response.id).toBe(response);
      const [placed] = ranking.placed;
      const expected = value(line < 30 ? quiet : loud);
      expect(Math.abs(placed!.value / expected - 1)).toBeLessThan(0.002);
    }
    const bySpeed = (await viewVerdict(id, { response, against: 'rpm', at: '1500' }))!;
    expect(bySpeed.ranking.placed[0]!.value).toBeCloseTo(value(loud), 3);

    const again = await importSound(await exported(id));
    const back = await withDatabase((db) => listValues(db, again, response, ''));
    expect(back.map((row) => row.value).sort()).toEqual(values.map((row) => row.value).sort());
  });
});

test('a sensor that still climbs says so for itself, beside one that has settled', async () => {
  const lines = Array.from({ length: 600 }, (_, s) => `${s},60.0,${(30 + s / 60).toFixed(2)},22.0`);
  const upload = await beginUpload();
  async function* bytes() {
    yield new TextEncoder().encode(['t_s,GPU (°C),SSD (°C),Room (°C)', ...lines].join('\n'));
  }
  await takeFile(upload, 'climbs.csv', bytes());
  const [file] = await uploadedFiles(upload);
  const run = {
    fromS: 0,
    toS: 600,
    entry: 'X',
    loadW: 0,
    setting: '1',
    mount: 1,
    pass: 1,
    noiseDb: 30,
    floorDb: 20,
  };
  const plan = rawRunsPlan.cast({
    dryRun: true,
    logs: [{ fileId: file!.id, offsetS: 0 }],
    runs: [run],
    target: { title: 'Climbs' },
  });
  const looked = await importRawRuns(upload, plan);
  if (looked.imported) throw new Error('looking has written');
  expect(looked.runs[0]!.others).toEqual([
    'Graphics card, rise 38.0 K',
    expect.stringMatching(/^Drive, rise 15\.5 K, not settled$/),
  ]);
});

test('a room typed with its doubt widens ± of the die and of other sensors, on the pages as from the bundle', async () => {
  const bundle = (doubt: string) =>
    smallBundle((files) => {
      const lines = files.get('runs.csv')!.trimEnd().split('\n');
      files.set(
        'runs.csv',
        lines.map((line, i) => `${line},${i === 0 ? 'ambient_doubt_k' : doubt}`).join('\n'),
      );
      for (const [path, text] of files)
        if (path.startsWith('traces/'))
          // A graphics card beside the die, 5 K warmer.
          files.set(
            path,
            text
              .replace(/^(\d+),([\d.]+),(.*)$/gm, (_, t, c, rest) => `${t},${c},${rest},${Number(c) + 5}`)
              .replace('power_w', 'power_w,gpu_c'),
          );
    });
  const intervals = async (files: Map<string, Uint8Array>, id: number, response: string) => {
    const query = response === 'rise' ? {} : { response };
    const page = (await viewVerdict(id, query))!.ranking.placed.map(({ interval95 }) => interval95);
    const read = rankBundle(readBundle(files), { response }).ranking.placed;
    expect(page.length).toBe(2);
    expect(page).toEqual(read.map(({ interval95 }) => expect.closeTo(interval95, 9)));
    return page;
  };
  const [sure, unsure] = [bundle(''), bundle('0.8')];
  const ids = [await importSound(sure), await importSound(unsure)] as const;
  for (const response of ['rise', 'gpu-rise']) {
    const [one, other] = [await intervals(sure, ids[0], response), await intervals(unsure, ids[1], response)];
    // Shares that add in squares: the doubt is a 95 % half-width.
    one.forEach((half, i) => expect(other[i]! ** 2 - half ** 2).toBeCloseTo(0.8 ** 2, 2));
  }
});
