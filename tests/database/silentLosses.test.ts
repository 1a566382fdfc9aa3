import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import { addByName } from '@/lab/lineUp/changeLineUp';
import { editRun } from '@/lab/runs/editRun';
import { importBundle } from '@/lab/bring/importBundle';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { offeredPlaces } from '@/lab/air/readPlaces';
import { newRun, runEdit } from '@/lab/runs/runEditSchema';
import { verdictOf } from '@/lab/orders/verdictView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewBrief } from '@/lab/planning/briefView';
import { typeRun } from '@/lab/runs/typeRun';
import { replacing, smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const typed = {
  ...{ entry: 'a', setting: '75 %', mount: 1, pass: 1, loadW: 170, noiseDb: 35, floorDb: 22 },
  ...{ cpuC: 58, ambientC: 21, who: 'Ana' },
};
const type = (id: number, more: object = {}) => typeRun(id, newRun.validateSync({ ...typed, ...more }));
const runOf = async (id: number, label: string) =>
  (await viewRoundUp(id))!.runs.find((run) => run.label === label)!;

test('each mean that can be typed has its value, keeps it through an edit and a bundle, and goes when it is emptied', async () => {
  const id = await importSound(smallBundle());
  const more = Object.fromEntries(TYPED_MEANS.map(({ heading }, i) => [heading, 30 + i]));
  const score = { value: 812, unit: 'fps', better: 'higher' };
  expect(await type(id, { more, score })).toMatchObject({ saved: true, label: '5' });
  const run = await runOf(id, '5');
  const values = async (of = id, runId = run.id) => {
    const ids = ['gpu-rise', 'vrm-rise', 'liquid-rise', 'case-air-rise', 'clock', 'limit-time', 'score'];
    const rows = await withDatabase((db) =>
      Promise.all(ids.map((response) => listValues(db, of, response, ''))),
    );
    return Object.fromEntries(
      ids.map((response, i) => [response, rows[i]!.find((row) => row.runId === runId)?.value ?? null]),
    );
  };
  const before = await values();
  for (const value of Object.values(before)) expect(value).not.toBeNull();
  expect(before['gpu-rise']).toBeCloseTo(more.gpu_c! - 21, 6);
  expect(before.score).toBe(812);

  const edit = (version: number, changes: object) =>
    editRun(id, run.id, runEdit.validateSync({ who: 'Ana', version, changes, confirmed: true }));
  expect(await edit(1, { note: 'beside the window' })).toMatchObject({ saved: true });
  expect(await edit(2, { noiseDb: 35.5 })).toMatchObject({ saved: true });
  expect(await values()).toEqual(before);
  // Out in a bundle and back.
  const back = await importSound(await exported(id));
  const again = await runOf(back, '5');
  expect(await values(back, again.id)).toEqual(before);
  expect(await edit(3, { more: { gpu_c: null } })).toMatchObject({ saved: true });
  expect(await values()).toEqual({ ...before, 'gpu-rise': null });
});

test('the same run typed twice is asked about, and another one is not', async () => {
  const id = await importSound(smallBundle());
  expect(await type(id)).toMatchObject({ saved: true, label: '5' });
  expect(await type(id, { pass: 2 })).toMatchObject({
    saved: false,
    asked: ['run 5 has the same entry, setting and readings: is it typed twice?'],
  });
  expect(await type(id, { pass: 2, cpuC: 58.2 })).toMatchObject({ saved: true });
  expect(await type(id, { pass: 2, confirmed: true })).toMatchObject({ saved: true });
  // The same of a fan that was read at places, in whatever order.
  const read = (values: string, more: object = {}) => {
    const readings = [
      { quantity: 'airspeed', place: '15 cm', unit: 'm/s', rpm: null, values: values.split(' ').map(Number) },
    ];
    return type(id, { cpuC: null, ambientC: null, loadW: 0, rpm: 900, readings, ...more });
  };
  expect(await read('1.2 1.3')).toMatchObject({ saved: true, label: '8' });
  expect(await read('1.3 1.2', { pass: 2 })).toMatchObject({
    saved: false,
    asked: ['run 8 has the same entry, setting and readings: is it typed twice?'],
  });
  expect(await read('1.3 1.25', { pass: 2 })).toMatchObject({ saved: true });
});

test('a bundle of another rig whose runs are numbered alike brings them all', async () => {
  const means = (rig: string, warmerK: number) =>
    smallBundle((files) => {
      replacing('datapackage.json', 'Test bench', rig)(files);
      replacing('datapackage.json', '"small"', `"small of ${rig}"`)(files);
      const rows = [40, 34, 46, 30].map(
        (riseK, i) =>
          `${i + 1},${i < 2 ? 'a' : 'b'},1,1,170,${i % 2 ? 100 : 50} %,${30 + i}.0,22.0,${21 + riseK + warmerK},21`,
      );
      files.set(
        'runs.csv',
        ['run,entry,mount,pass,load_w,setting,noise_db,floor_db,cpu_c,ambient_c', ...rows].join('\n'),
      );
      for (const path of [...files.keys()]) if (path.startsWith('traces/')) files.delete(path);
    });
  const first = await importBundle(means('Loft bench', 0), { othersNew: true, asAnother: true });
  expect(first).toMatchObject({ imported: true, runs: 4 });
  const other = await importBundle(means('Cellar bench', 2), { othersNew: true, asAnother: true });
  expect(other).toMatchObject({ imported: true, runs: 4 });
});

test('an entry added by an imported product’s name keeps its height and its price', async () => {
  await importSound(smallBundle());
  const other = await createRoundUp({
    ...{ title: 'Another', question: 'coolers', rigRevisionId: null, rigName: 'Another bench', who: 'Ana' },
  } as never);
  await addByName(other, { name: 'Levante', maker: 'Barlovento', kind: 'air-tower', who: 'Ana' });
  const [added] = await viewLineUp(other);
  expect(added!.product.body).toMatchObject({ name: 'Levante', heightMm: 150, price: 50, currency: 'EUR' });
  expect(added!.price).toBe(50);
});

test('places of a brief are offered before anybody has read there', async () => {
  const id = await createRoundUp({
    ...{ title: 'Fans', question: 'fans-by-air', rigRevisionId: null, rigName: 'Air bench', who: 'Ana' },
  } as never);
  const { sheet } = (await viewBrief(id))!;
  const places = [{ quantity: 'airspeed' as const, place: '23 cm' }];
  const body = { ...sheet.body, places };
  await saveSheet('brief', id, { version: sheet.version, body, who: 'Ana', reason: 'asked' });
  expect(await offeredPlaces((await viewRoundUp(id))!)).toEqual(places);
});

test('what the bench left out is told with its reason in the method, and stays so in a bundle', async () => {
  const point = { entry: 'a', mount: 2, pass: 1, ...{ loadW: 170, loadName: '', gpuLoadW: 0 } };
  const leftOut = [{ ...point, setting: '20 %', why: 'skipped: the fan stands still' }];
  const listed = `"formatVersion":1,"leftOut":${JSON.stringify(leftOut)}`;
  const id = await importSound(smallBundle(replacing('datapackage.json', '"formatVersion":1', listed)));
  const told = async (of: number) => (await verdictOf((await viewRoundUp(of))!, {})).method.join(' ');
  expect(await told(id)).toMatch(/left out: [^:]+ at 170 W, 20 %, mount 2: skipped: the fan stands still/);
  const back = await importSound(await exported(id));
  expect((await viewRoundUp(back))!.leftOut).toEqual(leftOut);
  // Measured since, it is left out no more.
  expect(await type(back, { mount: 2, setting: '20 %', confirmed: true })).toMatchObject({ saved: true });
  expect(await told(back)).not.toContain('left out:');
});
