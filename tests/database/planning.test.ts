import { coverWords } from '@/core/lineUp/underCover';
import { defaultBrief } from '@/core/brief/brief';
import { readSheet } from '@/database/lineUp/sheets';
import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps/roundUps';
import { lineUpTable } from '@/formats/lineUpCsv';
import { spotReadings } from '@/lab/runs/spotReadingsSchema';
import { briefSheet } from '@/contracts/sheets/briefSheet';
import { planSheet } from '@/contracts/sheets/planSheet';
import { viewBrief } from '@/lab/planning/briefView';
import { addByName, addVariant, changeEntry, deleteProduct } from '@/lab/lineUp/changeLineUp';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { importLineUp } from '@/lab/bring/importLineUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { planCalendar } from '@/lab/planning/planCalendar';
import { planProgress } from '@/lab/planning/planBasis';
import { viewPlan } from '@/lab/planning/planView';
import { chooseRig, reviseRig, viewRig } from '@/lab/planning/rigView';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import { bundleReport } from '@/lab/report/bundleReport';
import { saveSheet } from '@/lab/planning/saveSheet';
import { asBytes } from '@demo/generators/demoFiles';
import { fanRoundUp } from '@demo/generators/fanRoundUp';
import { smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const WHO = 'Ana';
const by = (version: number, body: unknown, reason = '') => ({ version, body, who: WHO, reason });
const begin = () =>
  createRoundUp({
    title: 'Begun from nothing',
    question: 'coolers',
    rigRevisionId: null,
    rigName: `Bench ${Math.trunc(performance.now() * 1000)}`,
    who: WHO,
  });

test('a brief changes the numbers it decides, and after the first run only with its reason', async () => {
  const id = await importSound(smallBundle());
  const { sheet } = (await viewBrief(id))!;
  const changed = { ...sheet.body, noiseLinesDba: [30], windowS: 200 };
  expect(await saveSheet('brief', id, by(sheet.version, changed))).toMatchObject({
    saved: false,
    why: 'refused',
    field: 'reason',
  });
  expect((await viewRoundUp(id))!.roundUp.noiseLineDba).not.toBe(30);
  expect(await saveSheet('brief', id, by(sheet.version, changed, 'readers asked'))).toEqual({
    saved: true,
    version: 1,
  });
  const view = (await viewRoundUp(id))!;
  expect(view.roundUp).toMatchObject({ noiseLineDba: 30, windowS: 200 });
  const { window } = view.runs[0]!.reduction;
  expect(window!.endS - window!.startS).toBeLessThanOrEqual(200);
  // The later of two is shown what the first wrote.
  expect(await saveSheet('brief', id, by(0, defaultBrief(), 'mine'))).toMatchObject({
    saved: false,
    why: 'conflict',
    version: 1,
    who: WHO,
  });
  await saveSheet('brief', id, by(1, { ...changed, noiseLinesDba: [33] }, 'back'));
  const [change] = (await viewBrief(id))!.history;
  expect(change).toMatchObject({
    reason: 'back',
    changes: [{ what: 'noise lines, dB(A)', was: '30', isNow: '33' }],
  });
  expect(change!.changes[0]!.incomparable).toContain('old line');
});

test('a line-up from nothing: entries, variants with their price, cover names, and what is refused', async () => {
  const id = await begin();
  const first = await addByName(id, { name: 'Levante', maker: 'Vela', kind: 'air-tower', who: WHO });
  await addByName(id, { name: 'Poniente', maker: 'Vela', kind: 'fan', who: WHO });
  const other = async (entryId: number) => (await viewLineUp(id)).find((at) => at.entryId === entryId)!;
  expect(await other(first)).toMatchObject({ isControl: true, code: 'levante' });
  const { productId, product } = await other(first);
  await saveSheet('product', productId, by(product.version, { ...product.body, price: 60, heightMm: 158.5 }));
  const lab = await addVariant(id, {
    entryId: first,
    variant: 'lab-fan',
    fanName: 'Brisa 120',
    eachPrice: 15,
    who: WHO,
  });
  const two = await addVariant(id, {
    entryId: lab,
    variant: 'second-fan',
    fanName: '',
    eachPrice: 15,
    who: WHO,
  });
  expect([(await other(first)).price, (await other(lab)).price, (await other(two)).price]).toEqual([
    60, 75, 90,
  ]);
  expect((await viewRoundUp(id))!.entries.find((at) => at.entryId === two)).toMatchObject({
    heightMm: 158.5,
    price: 90,
  });

  // Under cover nothing gives it away, on a page or in an export, until it is revealed.
  const entry = (await other(lab)).entry;
  await saveSheet('entry', lab, by(entry.version, { ...entry.body, coverName: 'Cooler X' }));
  expect((await viewRoundUp(id))!.entries.find((at) => at.entryId === lab)).toMatchObject({
    product: 'Cooler X',
    maker: '',
  });
  const out = await exported(id);
  const text = [...out]
    .filter(([path]) => path === 'entries.csv')
    .map(([, bytes]) => new TextDecoder().decode(bytes))
    .join('');
  expect(text).toContain('Cooler X,,air-tower');
  const { abanico } = JSON.parse(new TextDecoder().decode(out.get('datapackage.json'))) as {
    abanico: { lineUp: Record<string, { product: { name: string } }> };
  };
  expect(abanico.lineUp['cooler-x']!.product.name).toBe('Cooler X');

  // A fan entry needs a fan; a cited product stays; a control's sample is not retired.
  const fan = (await viewLineUp(id)).find((at) => at.product.body.kind === 'fan')!;
  expect(
    await saveSheet('entry', fan.entryId, by(fan.entry.version, { ...fan.entry.body, fans: [] })),
  ).toMatchObject({ saved: false, message: expect.stringContaining('at least one fan') });
  await expect(deleteProduct(productId)).rejects.toThrow('cites it');
  await changeEntry(id, first, { sample: 'A' }, WHO);
  const { sampleId, sample } = await other(first);
  const retired = { ...sample!.body, state: 'retired' };
  expect(await saveSheet('sample', sampleId!, by(sample!.version, retired))).toMatchObject({
    saved: false,
    message: expect.stringContaining('name another control'),
  });
  await changeEntry(id, first, { isControl: false }, WHO);
  expect(await saveSheet('sample', sampleId!, by(sample!.version, retired))).toMatchObject({ saved: true });
  await expect(changeEntry(id, first, { isControl: true }, WHO)).rejects.toThrow('retired');

  // Taken out and put back where it was.
  const { removed } = await changeEntry(id, two, { cited: false }, WHO);
  expect(await other(two)).toBeUndefined();
  await changeEntry(id, two, { cited: removed! }, WHO);
  expect(await other(two)).toMatchObject({ code: removed!.code, position: removed!.position });
  await expect(changeEntry(id, two, { cited: removed! }, WHO)).rejects.toThrow('in the line-up already');
  await expect(changeEntry(id, 99_999, { cited: removed! }, WHO)).rejects.toThrow('not in the lab any more');
  await changeEntry(id, two, { cited: false }, WHO);
  await changeEntry(
    id,
    two,
    { cited: { ...removed!, code: (await other(first)).code, position: (await other(first)).position } },
    WHO,
  );
  expect(await other(two)).toMatchObject({ code: 'levante-2' });
});

test('a product may be called what a language calls its own: it goes out and comes in like any other', async () => {
  const id = await begin();
  await addByName(id, { name: 'Constructor', maker: 'Vela', kind: 'air-tower', who: WHO });
  const files = await exported(id);
  const brought = await viewLineUp(await importSound(files));
  expect(brought).toMatchObject([{ code: 'constructor-2', product: { body: { name: 'Constructor' } } }]);
  expect((await bundleReport(files)).html).toContain('Constructor');
});

test('a sheet of what is not there is refused, whatever it is of, and so is a line-up of no round-up', async () => {
  const nowhere = await importLineUp(99_999, 'product\nAncla\n', WHO);
  expect(nowhere).toMatchObject({
    imported: false,
    message: expect.stringContaining('not there any more') as string,
  });
  for (const kind of ['brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry'] as const)
    expect(await saveSheet(kind, 99_999, by(0, {}))).toMatchObject({
      saved: false,
      why: 'refused',
      message: expect.stringContaining('not there any more'),
    });
});

test('a line-up goes out as CSV and comes in elsewhere; faults are listed and nothing is taken', async () => {
  const id = await begin();
  await addByName(id, { name: '=Levante', maker: 'Vela, "Mayor"', kind: 'air-tower', who: WHO });
  await addByName(id, { name: 'Brisa', maker: '', kind: 'fan', who: WHO });
  const csv = lineUpTable(await viewLineUp(id), coverWords([], []));
  const elsewhere = await begin();
  expect(await importLineUp(elsewhere, csv, WHO)).toEqual({ imported: true, added: 2, there: 0 });
  expect(await importLineUp(elsewhere, csv, WHO)).toEqual({ imported: true, added: 0, there: 2 });
  const shape = async (value: number) =>
    (await viewLineUp(value)).map(({ shownName, isControl, product, entry }) => ({
      shownName,
      isControl,
      product: product.body,
      entry: entry.body,
    }));
  expect(await shape(elsewhere)).toEqual(await shape(id));
  const broken = 'product,kind,height_mm\nBora,air-tower,tall\nMistral,kettle,150\n';
  const refused = await importLineUp(elsewhere, broken, WHO);
  expect(refused).toMatchObject({
    imported: false,
    problems: [
      { line: 2, column: 'height_mm' },
      { line: 3, column: 'kind' },
    ],
  });
  expect(await viewLineUp(elsewhere)).toHaveLength(2);
});

test('a line-up of eight hundred rows: two of a product are told apart by their fans, and one sample is of both', async () => {
  const id = await begin();
  const rows = Array.from({ length: 400 }, (_, i) => [
    `Levante ${i},Vela,air-tower,Brisa,1,49,A,in-use`,
    `Levante ${i},Vela,air-tower,Brisa,2,49,A,in-use`,
  ]).flat();
  const csv = ['product,maker,kind,fan,fan_count,price,sample,sample_state', ...rows].join('\n');
  expect(await importLineUp(id, csv, WHO)).toEqual({ imported: true, added: 800, there: 0 });
  const lineUp = await viewLineUp(id);
  expect(new Set(lineUp.map(({ code }) => code)).size).toBe(800);
  expect(lineUp.map(({ entry }) => entry.body.fans[0]!.count)).toEqual(
    Array.from({ length: 800 }, (_, i) => 1 + (i % 2)),
  );
  expect(new Set(lineUp.map(({ productId }) => productId)).size).toBe(400);
  expect(new Set(lineUp.map(({ sampleId }) => sampleId)).size).toBe(400);
  expect(lineUp[799]).toMatchObject({
    productName: 'Levante 399',
    price: 49,
    sample: { body: { label: 'A' } },
  });
});

test('a change of the rig begins a revision with its reason, and the guard keeps its runs apart', async () => {
  const id = await importSound(smallBundle());
  const rig = (await viewRig(id))!;
  const setup = { ...rig.revisions[0]!.setup, microphone: 'half-inch', meterHeightCm: 95 };
  // Noting what nobody had written down is no change.
  expect(await reviseRig(id, { seenId: rig.currentId, setup, reason: '', who: WHO })).toMatchObject({
    started: false,
  });
  const moved = { ...setup, meterDistanceCm: setup.meterDistanceCm + 20, microphone: 'new' };
  await expect(reviseRig(id, { seenId: rig.currentId, setup: moved, reason: '', who: WHO })).rejects.toThrow(
    'reason',
  );
  await expect(
    reviseRig(id, {
      seenId: rig.currentId,
      setup: { ...setup, meterDistanceCm: 4000 },
      reason: 'x',
      who: WHO,
    }),
  ).rejects.toThrow('outside the room');
  const runs = (await viewRoundUp(id))!.runs.length;
  expect(
    await reviseRig(id, { seenId: rig.currentId, setup: moved, reason: 'the table moved', who: WHO }),
  ).toEqual({ revision: 2, started: true });
  await expect(reviseRig(id, { seenId: rig.currentId, setup, reason: 'late', who: WHO })).rejects.toThrow(
    'meanwhile',
  );
  expect((await viewRoundUp(id))!.runs).toEqual([]);
  const now = (await viewRig(id))!;
  expect(now.apart).toMatchObject([{ revision: 1, runs }]);
  expect(now.apart[0]!.differences.map((difference) => difference.what)).toEqual([
    'meter distance',
    'microphone',
  ]);
  expect(now.apart[0]!.differences[0]!.remedy).toContain('never ranked together');
  await chooseRig(id, { rigRevisionId: rig.currentId, rigName: '' });
  expect((await viewRoundUp(id))!.runs).toHaveLength(runs);
});

test('a plan is ticked off by its runs, and all that was written comes back from a bundle', async () => {
  const id = await importSound(asBytes(fanRoundUp(7)));
  const plan = (await viewPlan(id, '2026-11-25'))!;
  const progress = planProgress(plan)!;
  expect(progress.done).toBe((await viewRoundUp(id))!.runs.length);
  expect(progress.planned).toBeGreaterThan(progress.done);
  expect(plan.entries.find((entry) => entry.entry === 'calima-120')!.ownSettings).toEqual(['fixed']);
  expect(plan.entries[0]!.learntSoakMin).toBeGreaterThan(8);
  const calendar = (await planCalendar(id, { day: '2026-11-25', minute: 600 }))!;
  expect(calendar).toMatch(/^BEGIN:VCALENDAR/);
  expect(calendar).toContain('SUMMARY:Virazón 120');

  const files = await exported(id);
  const again = await importSound(files);
  expect([...(await exported(again))].map(([path]) => path)).toEqual([...files.keys()]);
  const written = async (value: number) => ({
    brief: (await viewBrief(value))!.sheet.body,
    plan: (await viewPlan(value, '2026-11-25'))!.sheet.body,
    lineUp: (await viewLineUp(value)).map(({ code, product, entry, sample }) => ({
      code,
      product: product.body,
      entry: entry.body,
      sample: sample?.body,
    })),
    rig: (await viewRig(value))!.revisions.map(({ revision, reason, setup, startedAt }) => ({
      revision,
      reason,
      setup,
      startedAt,
    })),
    curves: riseCurves((await viewRoundUp(value))!).map(({ label }) => label),
  });
  expect(await written(again)).toEqual(await written(id));
  const files2 = new Map(files);
  const broken = JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as {
    abanico: { brief: { passes: number } };
  };
  broken.abanico.brief.passes = 0;
  files2.set('datapackage.json', new TextEncoder().encode(JSON.stringify(broken)));
  await expect(importSound(files2)).rejects.toThrow('abanico.brief.passes');
});

test('sheets are checked at the door', () => {
  const brief = defaultBrief();
  const wrong = (schema: { validateSync: (value: unknown) => unknown }, value: unknown) => () =>
    schema.validateSync(value);
  expect(wrong(briefSheet, { ...brief, passes: 0 })).toThrow('at least 1');
  expect(wrong(briefSheet, { ...brief, deadline: '2026-02-30' })).toThrow('a day as');
  expect(wrong(briefSheet, { ...brief, bandDba: { from: 38, to: 28 } })).toThrow('must end above');
  expect(wrong(briefSheet, { ...brief, loads: [] })).toThrow('at least one');
  expect(wrong(briefSheet, { ...brief, places: [null] })).toThrow('cannot be null');
  expect(wrong(spotReadings, [null])).toThrow('cannot be null');
  expect(wrong(spotReadings, [{ values: null }])).toThrow('required');
  expect(briefSheet.validateSync({ ...brief, stray: 1 })).not.toHaveProperty('stray');
  expect(wrong(planSheet, { settings: {} })).toThrow();
});

test('what the first slices wrote is still there, and nothing was written for it', async () => {
  const id = await importSound(smallBundle());
  expect(await withDatabase((db) => readSheet(db, 'brief', id))).toBeNull();
  expect((await viewBrief(id))!.sheet).toMatchObject({ version: 0 });
  expect((await viewLineUp(id))[0]).toMatchObject({ product: { version: 0 }, sample: null });
  expect((await viewPlan(id, '2026-11-25'))!.sheet.version).toBe(0);
  expect((await withDatabase(listRoundUps)).length).toBeGreaterThan(1);
});
