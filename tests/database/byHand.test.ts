import fc from 'fast-check';
import { zipSync } from 'fflate';
import { withDatabase } from '@/database/pool';
import { listChanges } from '@/database/changes';
import { readZip } from '@/formats/bundle/bundleZip';
import { fromSafeText, safeText } from '@/formats/safeText';
import { editRun, typeRun } from '@/lab/editRun';
import { curvesOf, notedRuns, viewRoundUp } from '@/lab/roundUpView';
import { viewRun } from '@/lab/runView';
import { newRun, runEdit } from '@/lab/runEditSchema';
import { smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function runOf(roundUpId: number, label: string) {
  return (await viewRoundUp(roundUpId))!.runs.find((run) => run.label === label);
}

const edit = (version: number, changes: object, who = 'Ana') =>
  runEdit.validateSync({ who, version, changes });

test('set aside, take back, delete and undo: each is logged, and the curve follows', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '1'))!;
  expect(await editRun(id, run.id, edit(1, { setAside: 'door slammed' }))).toEqual({
    saved: true,
    version: 2,
  });
  const points = async () =>
    curvesOf((await viewRoundUp(id))!)[0]!.curves[0]!.points.map((point) => point.setting);
  expect(await points()).toEqual(['100 %']);
  expect(await editRun(id, run.id, edit(2, { setAside: '' }))).toMatchObject({ version: 3 });
  expect(await points()).toEqual(['50 %', '100 %']);
  await editRun(id, run.id, edit(3, { deleted: true }));
  expect(await runOf(id, '1')).toBeUndefined();
  expect(await editRun(id, run.id, edit(4, { deleted: false }))).toMatchObject({ saved: true });
  const changes = await withDatabase((db) => listChanges(db, run.id));
  expect(changes.map(({ who, what, was, isNow }) => [who, what, was, isNow])).toEqual([
    ['Ana', 'set aside', '', 'door slammed'],
    ['Ana', 'set aside', 'door slammed', ''],
    ['Ana', 'deleted', '', 'yes'],
    ['Ana', 'deleted', 'yes', ''],
  ]);
});

test('of two who edit at once the later is told, and nothing is overwritten', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '2'))!;
  const both = await Promise.all([
    editRun(id, run.id, edit(1, { note: 'by Ana' }, 'Ana')),
    editRun(id, run.id, edit(1, { note: 'by Berta' }, 'Berta')),
  ]);
  const lost = both.find((of) => !of.saved);
  const winner = both[0]!.saved ? 'Ana' : 'Berta';
  expect(lost).toMatchObject({ why: 'conflict', version: 2, last: { who: winner, what: 'note' } });
  expect((await runOf(id, '2'))!.note).toBe(`by ${winner}`);
});

test('a moved window counts, keeps the automatic one, and one without readings changes nothing', async () => {
  const id = await importSound(
    smallBundle((files) => {
      const text = files.get('traces/1.csv')!;
      // The last minute is spoilt: 10 K too warm.
      files.set(
        'traces/1.csv',
        text.replace(/\n(3[4-9]\d),(\d+\.\d)/g, (_, t, c) => `\n${t},${(Number(c) + 10).toFixed(1)}`),
      );
    }),
  );
  const run = (await runOf(id, '1'))!;
  expect(run.reduction.riseK).toBeGreaterThan(41);
  await editRun(id, run.id, edit(1, { window: { startS: 20, endS: 330, reason: 'somebody leant on it' } }));
  const moved = (await runOf(id, '1'))!;
  expect(moved.reduction).toMatchObject({
    riseK: expect.closeTo(40, 1),
    settled: true,
    window: { startS: 20, endS: 330 },
  });
  expect(notedRuns((await viewRoundUp(id))!).find((of) => of.run.label === '1')!.notes).toContain(
    'Window moved by hand: somebody leant on it',
  );
  expect(
    await editRun(id, run.id, edit(2, { window: { startS: 9000, endS: 9100, reason: 'x' } })),
  ).toMatchObject({ why: 'refused' });
  expect((await runOf(id, '1'))!.version).toBe(2);
  await editRun(id, run.id, edit(2, { window: null }));
  expect((await runOf(id, '1'))!.reduction.riseK).toBe(run.reduction.riseK);
});

test('a run typed by hand gets the next label and a number; nonsense is refused by field', async () => {
  const id = await importSound(smallBundle());
  const typed = {
    entry: 'a',
    setting: '75 %',
    mount: 1,
    pass: 1,
    loadW: 170,
    noiseDb: 35,
    floorDb: 22,
    cpuC: 58,
    ambientC: 21,
  };
  expect(await typeRun(id, newRun.validateSync(typed))).toMatchObject({ saved: true, label: '5' });
  expect((await runOf(id, '5'))!.reduction).toMatchObject({
    riseK: 37,
    settled: true,
    powerSource: 'nominal',
  });
  expect(await typeRun(id, newRun.validateSync({ ...typed, entry: 'nobody' }))).toMatchObject({
    saved: false,
  });
  expect(() => newRun.validateSync({ ...typed, loadW: -1 })).toThrow('negative');
  expect(() => newRun.validateSync({ ...typed, cpuC: 'warm' })).toThrow('number');
  expect(() => runEdit.validateSync({ version: 1, changes: { window: { startS: 1, endS: 2 } } })).toThrow(
    'reason',
  );
});

/** What every screen of a round-up is made from, without the ids of this lab. */
async function screens(id: number) {
  const view = (await viewRoundUp(id))!;
  const changes = await Promise.all(view.runs.map(async (run) => (await viewRun(id, run.id)).changes));
  const channels = await Promise.all(view.runs.map(async (run) => (await viewRun(id, run.id)).channels));
  const label = new Map(view.runs.map((run) => [String(run.id), run.label]));
  const curves = JSON.parse(JSON.stringify(curvesOf(view)), (key, value) =>
    key === 'runs' && Array.isArray(value) ? value.map((run) => label.get(run)) : value,
  );
  const { id: _, rigRevisionId: __, ...roundUp } = view.roundUp;
  return {
    roundUp,
    entries: view.entries.map(({ entryId: ___, ...of }) => of),
    runs: notedRuns(view).map(
      ({ run: { id: ____, version: _____, productId: ______, ...run }, ...noted }) => ({ run, ...noted }),
    ),
    curves,
    channels,
    changes,
  };
}

const words = fc.oneof(
  fc.constantFrom('=1+1', '-5', "'=x", '@b', 'a "quoted", one', 'two\nlines', '<b>', 'ä 🪭 مروحة', 'N/A'),
  fc.string({ minLength: 1, maxLength: 30 }).map((text) => text.replaceAll('\0', '').trim()).filter((text) => text !== ''),
); // prettier-ignore

test('text is safe in a spreadsheet and comes back as it was', () => {
  fc.assert(
    fc.property(words, (text) => {
      expect(safeText(text)).not.toMatch(/^[=+\-@]/);
      expect(fromSafeText(safeText(text))).toBe(text);
    }),
  );
});

test('a round-up given back and brought in elsewhere makes the same numbers and the same screens', async () => {
  const change = fc.record({
    label: fc.constantFrom('1', '2', '3', '4'),
    changes: fc.oneof(
      fc.record({ note: words }),
      fc.record({ setAside: words }),
      fc.record({ setting: words }),
      fc.record({ noiseDb: fc.double({ min: 25, max: 50, noNaN: true }) }),
      fc.record({
        window: fc.record({
          startS: fc.integer({ min: 0, max: 50 }),
          endS: fc.integer({ min: 360, max: 399 }),
          reason: words,
        }),
      }),
    ),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(change, { maxLength: 5 }), words, async (edits, product) => {
      const id = await importSound(
        smallBundle((files) => {
          files.set(
            'entries.csv',
            files
              .get('entries.csv')!
              .replace('Levante', `"${product.replaceAll('"', '""')}"`)
              .replace('is_control\n', 'is_control,colour\n')
              .replaceAll(/(true|false)\n/g, '$1,red\n'),
          );
          files.set('airspeed.csv', 'entry,m_s\na,2.1\n');
        }),
      );
      for (const { label, changes } of edits) {
        const run = (await runOf(id, label))!;
        await editRun(id, run.id, edit(run.version, changes));
      }
      const files = await exported(id);
      const zipped = readZip('round-up.zip', zipSync(Object.fromEntries(files)));
      const again = await importSound(zipped);
      expect(await screens(again)).toEqual(await screens(id));
      expect([...(await exported(again))]).toEqual([...files]);
      expect(new TextDecoder().decode(files.get('entries.csv'))).toContain('colour');
    }),
    { numRuns: 15 },
  );
});
