import { withDatabase } from '@/database/pool';
import { listChanges } from '@/database/runs/changes';
import { bridgedRows, bridgeSources, viewBridge } from '@/lab/bridge/bridgeView';
import { changeBridge } from '@/lab/bridge/changeBridge';
import { bringCellar } from '@/lab/roundUps/demo';
import { rankBundle } from '@/lab/model/rankBundle';
import { bundleReport } from '@/lab/report/bundleReport';
import { readBundle } from '@/formats/bundle/readBundle';
import { verdictOf, verdictQuery } from '@/lab/orders/verdictView';
import { CELLAR, cellarRoundUp } from '@demo/generators/cellarRoundUp';
import { RIG_SOURCES, varianceComponents } from '@/core/statistics/varianceComponents';
import { acrossRigs } from '@/lab/drift/spreadHistory';
import { holdRuns } from '@/lab/drift/holdRuns';
import { rigTrouble, viewWatch } from '@/lab/drift/watchView';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import { monthsRoundUp } from '@demo/generators/monthsRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { exported, importSound, inFreshLab } from '../support/lab';
import { smallBundle } from '../support/bundles';

inFreshLab();

let attic: number;
beforeAll(async () => {
  attic = await importSound(asBytes(monthsRoundUp(7)));
});
const viewed = async (id: number) => (await viewRoundUp(id))!;
const doubtOf = async (id: number) => (await rigTrouble(await viewed(id)))?.doubt ?? null;
const points = async (id: number) =>
  riseCurves(await viewed(id)).flatMap(({ curves }) =>
    curves.flatMap((curve) => curve.points.flatMap(({ runs }) => runs)),
  ).length;

test('paste that dries is told as drift with the truth in its interval, and the day that it lets go as a break', async () => {
  const { courses, instruments } = await viewWatch(await viewed(attic));
  const [control] = courses;
  expect(control!.product).toBe('Terral 92');
  expect(control!.points).toHaveLength(10);
  expect(control!.points.filter(({ broken }) => broken.length > 0).map(({ mount }) => mount)).toEqual([7]);
  const drift = control!.drift.known ? control!.drift.value : null;
  expect(drift).toMatchObject({ isSure: true });
  expect(Math.abs(drift!.perDay - 0.0315)).toBeLessThan(drift!.interval95);
  const off = instruments.find(({ name }) => name.includes('calibrator'))!;
  expect(
    off.points.filter(({ broken }) => broken.length > 0).map(({ value }) => Number(value.toFixed(1))),
  ).toEqual([1.4, 1.3]);
  const room = instruments.find(({ name }) => name.startsWith('Room noise'))!;
  expect(room.points.some(({ broken }) => broken.length > 0)).toBe(true);
});

test('the runs since the last good control are held by one press, stand in no curve, and are freed with a reason', async () => {
  const all = await points(attic);
  const doubt = (await doubtOf(attic))!;
  expect(doubt).toMatchObject({ product: 'Terral 92', held: [] });
  expect(doubt.goodAgainMs).not.toBeNull();
  // Three coolers' evenings of three settings: the one before, the control's own, the one after.
  expect(doubt.counting).toHaveLength(9);
  const { rigId } = (await viewed(attic)).roundUp;
  const wish = { who: 'me', reason: 'the control broke' };
  await expect(holdRuns(rigId, { ...wish, what: 'hold', runs: doubt.counting, reason: ' ' })).rejects.toThrow(
    'why',
  );
  await expect(
    holdRuns(rigId, { ...wish, what: 'hold', runs: [...doubt.counting, { id: 999_999, version: 0 }] }),
  ).rejects.toThrow('not there');
  expect(await points(attic)).toBe(all);
  expect(await holdRuns(rigId, { ...wish, what: 'hold', runs: doubt.counting })).toEqual({ changed: 9 });
  expect(await points(attic)).toBe(all - 9);
  // Held is a state that travels, and that files of earlier versions have in words alone.
  const out = await exported(attic);
  const runsCsv = new TextDecoder().decode(out.get('runs.csv'));
  expect(runsCsv.match(/,held(?=,|\r?\n)/g)).toHaveLength(9);
  const bare = new Map(out).set(
    'runs.csv',
    new TextEncoder().encode(
      runsCsv.replace('aside_as', 'left_how').replaceAll('on hold: ', 'held in doubt: '),
    ),
  );
  for (const files of [out, bare])
    expect(readBundle(files).runs.filter(({ run }) => run.asideAs === 'held')).toHaveLength(9);
  // Seen before somebody else had held them: nothing is done.
  await expect(holdRuns(rigId, { ...wish, what: 'free', runs: doubt.counting })).rejects.toThrow('meanwhile');
  const held = (await doubtOf(attic))!;
  expect(held).toMatchObject({ counting: [] });
  expect(held.held).toHaveLength(9);
  expect(
    await holdRuns(rigId, {
      ...wish,
      what: 'free',
      runs: held.held.slice(0, 6),
      reason: 'it was the control alone',
    }),
  ).toEqual({ changed: 6 });
  const changes = await withDatabase((db) => listChanges(db, held.held[0]!.id));
  expect(changes.map(({ was, isNow }) => [was, isNow])).toEqual([
    ['', 'on hold: the control broke'],
    ['on hold: the control broke', 'counts again: it was the control alone'],
  ]);
  const rest = (await doubtOf(attic))!.held;
  await holdRuns(rigId, { ...wish, what: 'set-aside', runs: rest, reason: 'dried paste' });
  expect(await points(attic)).toBe(all - 3);
});

test('a rig without a course says nothing: controls without times, one control ever', async () => {
  const id = await importSound(smallBundle((files) => files.set('runs.csv', files.get('runs.csv')!)));
  const watch = await viewWatch(await viewed(id));
  expect(watch.doubt).toBeNull();
  expect(watch.courses.every(({ points: own }) => own.length < 2) || watch.courses.length === 0).toBe(true);
  expect(await rigTrouble(await viewed(id))).toBeNull();
});

test('an older rig is bridged by what both have; who flips is told and not bridged; used, it stands in the verdict by itself', async () => {
  const id = await importSound(asBytes(monthsRoundUp(8)));
  await bringCellar(id, asBytes(cellarRoundUp(8)));
  const [source] = await bridgeSources(await viewed(id));
  const at = { load: '', lineDb: 30 };
  // With what is in doubt the attic's own spread is too wide to see it.
  const doubt = (await doubtOf(id))!;
  const { rigId } = (await viewed(id)).roundUp;
  await holdRuns(rigId, { what: 'hold', runs: doubt.counting, reason: 'broke', who: 'me' });
  const made = (await viewBridge(await viewed(id), { revisionId: source!.id, ...at }))!;
  expect(made.apart.map(({ wayOut }) => wayOut)).toContain('bridge');
  const bridge = made.bridge.known ? made.bridge.value : null;
  expect(bridge!.apart).toMatchObject({ entry: 'Virada low' });
  expect(1 / bridge!.fit.slope).toBeCloseTo(CELLAR.factor, 1);
  expect(made.rows.map(({ product }) => product)).toEqual(['Calmo 92']);
  const [calmo] = made.rows;
  // What stood on both tells how far they are apart: by the simulator 6 % and an offset of a rise of some 45 K.
  const across = await acrossRigs(await viewed(id));
  expect(new Set(across.map(({ groups }) => groups.rigs)).size).toBe(2);
  const told = varianceComponents(across, RIG_SOURCES);
  const rigs = told.known ? told.value.find(({ source }) => source === 'rigs') : null;
  expect(rigs!.sd).toBeGreaterThan(1);
  expect(rigs!.to).toBeNull();
  // A rig that is alone has nothing to be held against.
  const lone = smallBundle((files) =>
    files.set('datapackage.json', files.get('datapackage.json')!.replace('Test bench', 'Lone bench')),
  );
  expect(await acrossRigs(await viewed(await importSound(lone)))).toEqual([]);
  // What the attic would have measured, by the simulator: its paste and drift aside.
  const truth = (calmo!.there - CELLAR.offsetK) / CELLAR.factor;
  expect(Math.abs(calmo!.value - truth)).toBeLessThan(calmo!.interval95 + 1);
  expect((await bridgedRows(await viewed(id), { ...at, load: '90' })).rows).toEqual([]);
  await changeBridge(await viewed(id), { revisionId: source!.id, use: true, who: 'me' });
  const here = { ...at, load: '90' };
  const used = await bridgedRows(await viewed(id), here);
  expect(used.rows).toEqual(made.rows);
  // It travels in the bundle, stands in the report by itself, and comes in again as it went.
  const files = await exported(id);
  const carried = rankBundle(readBundle(files), {});
  expect(carried.bridged).toMatchObject([{ entry: calmo!.entry, from: calmo!.from }]);
  expect(carried.bridged[0]!.value).toBeCloseTo(calmo!.value, 6);
  expect(carried.bridged[0]!.by).toMatch(/^here = .* × there, K, by 12 points of 4 entries$/);
  expect(carried.ranking.placed.map(({ entry }) => entry)).not.toContain(calmo!.entry);
  const { html } = await bundleReport(files);
  expect(html).toContain('Bridged, not measured here');
  expect(html).toContain(`⤳ Calmo 92: ${calmo!.value.toFixed(1)} ± ${calmo!.interval95.toFixed(1)} K`);
  const brought = await importSound(files);
  const again = await bridgedRows(await viewed(brought), here);
  expect(again.rows).toMatchObject([{ product: 'Calmo 92', value: expect.closeTo(calmo!.value, 6) }]);
  expect((await bridgedRows(await viewed(brought), { ...here, lineDb: 31 })).rows).toEqual([]);
  const text = (from: ReadonlyMap<string, Uint8Array>) => new TextDecoder().decode(from.get('bridged.csv'));
  expect(text(await exported(brought))).toBe(text(files));
  // Never among the measured.
  const placed = (await verdictOf(await viewed(id), verdictQuery({}))).ranking.placed.map(
    ({ entry }) => entry,
  );
  expect(placed).not.toContain(calmo!.entry);
  const own = (await viewed(id)).roundUp.rigRevisionId;
  await expect(changeBridge(await viewed(id), { revisionId: own, use: true, who: 'me' })).rejects.toThrow(
    'itself',
  );
  expect(await viewBridge(await viewed(id), { revisionId: own, ...at })).toBeNull();
  await changeBridge(await viewed(id), { revisionId: source!.id, use: false, who: 'me' });
  expect((await bridgedRows(await viewed(id), { ...at, load: '90' })).rows).toEqual([]);
});
