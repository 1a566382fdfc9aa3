import { clockNow } from '@/clock/clockNow';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import { withDatabase } from '@/database/pool';
import { listChanges } from '@/database/runs/changes';
import { readZip } from '@/formats/bundle/bundleZip';
import { addVariant } from '@/lab/lineUp/changeLineUp';
import { editRun, editRuns } from '@/lab/runs/editRun';
import { typeRun } from '@/lab/runs/typeRun';
import { deletedRuns } from '@/lab/runs/logbookRows';
import { notedRuns } from '@/lab/runs/notedRuns';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import { viewRun } from '@/lab/runs/runView';
import { newRun, runEdit, runEdits } from '@/lab/runs/runEditSchema';
import { readBundle } from '@/formats/bundle/readBundle';
import { replacing, smallBundle } from '../support/bundles';
import { changeRoundUp } from '@/lab/roundUps/keepRoundUps';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function runOf(roundUpId: number, label: string) {
  return (await viewRoundUp(roundUpId))!.runs.find((run) => run.label === label);
}

const edit = (version: number, changes: object, who = 'Ana', confirmed = false) =>
  runEdit.validateSync({ who, version, changes, confirmed });

test('set aside, take back, delete and undo: each is logged, and the curve follows', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '1'))!;
  expect(await editRun(id, run.id, edit(1, { setAside: 'door slammed' }))).toEqual({
    saved: true,
    version: 2,
  });
  const points = async () =>
    riseCurves((await viewRoundUp(id))!)[0]!.curves[0]!.points.map((point) => point.setting);
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

test('a run whose log has another sensor and no die says so, and is changed by hand as any other', async () => {
  const id = await importSound(smallBundle(replacing('traces/3.csv', 'cpu_c', 'vrm_c')));
  const state = async () =>
    (await notedRuns((await viewRoundUp(id))!)).find(({ run }) => run.label === '3')?.state;
  expect(await state()).toBe('other readings');
  const run = (await runOf(id, '3'))!;
  expect(await editRun(id, run.id, edit(1, { loadW: 150 }))).toEqual({ saved: true, version: 2 });
  expect(await state()).toBe('other readings');
  const [there] = readBundle(await exported(id)).runs.filter(({ run: { loadW } }) => loadW === 150);
  expect(await importSound(await exported(id))).toBeGreaterThan(0);
  expect(there?.trace?.channels.map(({ heading }) => heading)).toContain('vrm_c');
});

test('what two have written of different fields of a run stands together; of one field the later is told', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '2'))!;
  const given = (changes: object, was: object, who: string) => ({ ...edit(1, changes as never, who), was });
  expect(await editRun(id, run.id, given({ note: 'by Ana' }, { note: '' }, 'Ana') as never)).toMatchObject({
    saved: true,
  });
  const level = given({ noiseDb: 41 }, { noiseDb: run.noiseDb }, 'Berta');
  expect(await editRun(id, run.id, level as never)).toMatchObject({ saved: true, version: 3 });
  expect(await runOf(id, '2')).toMatchObject({ note: 'by Ana', noiseDb: 41 });
  const note = given({ note: 'by Berta' }, { note: '' }, 'Berta');
  expect(await editRun(id, run.id, note as never)).toMatchObject({ why: 'conflict', version: 3 });
  // A whole list is compared by nobody's field: then the later is told, as before.
  expect(await editRun(id, run.id, edit(1, { noiseDb: 42 }, 'Ana'))).toMatchObject({ why: 'conflict' });
});

test('of two who edit at once the later is told, and nothing is overwritten', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '2'))!;
  const both = await Promise.all([
    editRun(id, run.id, edit(1, { note: 'by Ana' }, 'Ana')),
    editRun(id, run.id, edit(1, { note: 'by Berta' }, 'Berta')),
  ]);
  const lost = both.find((result) => !result.saved);
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
  expect(
    (await notedRuns((await viewRoundUp(id))!)).find((notedRun) => notedRun.run.label === '1')!.notes,
  ).toContain('Window moved by hand: somebody leant on it');
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
  expect(() => newRun.validateSync({ ...typed, loadW: -1 })).toThrow('between 0 and 5000 W');
  expect(() => newRun.validateSync({ ...typed, cpuC: 'warm' })).toThrow('number');
  expect(() => runEdit.validateSync({ version: 1, changes: { window: { startS: 1, endS: 2 } } })).toThrow(
    'reason',
  );
});

/** What every screen of a round-up is made from, without the ids of this lab. */
async function screens(id: number) {
  const view = (await viewRoundUp(id))!;
  const changes = await Promise.all(
    view.runs.map(async (run) => (await viewRun(id, run.id, view.roundUp.windowS)).changes),
  );
  const channels = await Promise.all(
    view.runs.map(async (run) => (await viewRun(id, run.id, view.roundUp.windowS)).channels),
  );
  const label = new Map(view.runs.map((run) => [String(run.id), run.label]));
  const curves = JSON.parse(JSON.stringify(riseCurves(view)), (key, value) =>
    key === 'runs' && Array.isArray(value) ? value.map((run) => label.get(run)) : value,
  );
  const { id: _, rigRevisionId: __, ...roundUp } = view.roundUp;
  return {
    roundUp,
    entries: view.entries.map(({ entryId: ___, ...other }) => other),
    runs: (await notedRuns(view)).map(
      ({ run: { id: ____, version: _____, productId: ______, ...run }, ...noted }) => ({ run, ...noted }),
    ),
    curves,
    channels,
    changes,
  };
}

const words = fc.oneof(
  fc.constantFrom('=1+1', '-5', "'=x", '@b', 'a "quoted", one', 'two\nlines', '<b>', 'ä 🪭 مروحة', 'N/A'),
  fc
    .string({ minLength: 1, maxLength: 30 })
    .map((text) => text.replaceAll('\0', '').trim())
    .filter((text) => text !== ''),
);

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
      const before = await screens(id);
      // Elsewhere there is no round-up that it was exported from.
      await changeRoundUp(id, { deleted: true });
      const again = await importSound(zipped);
      expect(await screens(again)).toEqual(before);
      expect([...(await exported(again))]).toEqual([...files]);
      expect(new TextDecoder().decode(files.get('entries.csv'))).toContain('colour');
    }),
    { numRuns: 15 },
  );
});

test('several runs at once: all of them or none, to another entry or mount, and back', async () => {
  const id = await importSound(smallBundle());
  const runs = await Promise.all(['1', '2'].map(async (label) => (await runOf(id, label))!));
  const send = (changes: object, versions: number[]) =>
    editRuns(
      id,
      runEdits.validateSync({
        who: 'Ana',
        edits: runs.map((run, i) => ({ run: run.id, version: versions[i], changes })),
      }),
    );
  expect(await send({ entry: 'b', mount: 3 }, [1, 1])).toEqual({ saved: true, versions: [2, 2] });
  expect(await runOf(id, '1')).toMatchObject({ entry: 'b', product: 'Poniente', mount: 3 });
  const changes = await withDatabase((db) => listChanges(db, runs[0]!.id));
  expect(changes.map(({ what, was, isNow }) => [what, was, isNow]).sort()).toEqual([
    ['entry', 'a', 'b'],
    ['mount', '1', '3'],
  ]);
  // One of them was changed meanwhile: none is.
  await editRun(id, runs[1]!.id, edit(2, { note: 'by Berta' }, 'Berta'));
  expect(await send({ setAside: 'wet paste' }, [2, 2])).toMatchObject({
    saved: false,
    run: runs[1]!.id,
    result: { why: 'conflict' },
  });
  expect((await runOf(id, '1'))!.setAside).toBe('');
  expect(await send({ entry: 'nowhere' }, [2, 3])).toMatchObject({
    saved: false,
    result: { why: 'refused' },
  });
  expect(() => runEdits.validateSync({ edits: [] })).toThrow('no runs were chosen');
});

test('what was deleted is listed with its day and comes back, number and all', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '3'))!;
  await editRun(id, run.id, edit(1, { deleted: true }));
  const [gone] = await deletedRuns((await viewRoundUp(id))!);
  expect(gone).toMatchObject({ label: '3', entry: 'b', version: 2 });
  expect(clockNow().getTime() - gone!.deletedAt.getTime()).toBeLessThan(60_000);
  await editRun(id, run.id, edit(2, { deleted: false }));
  expect(await deletedRuns((await viewRoundUp(id))!)).toEqual([]);
  expect((await runOf(id, '3'))!.reduction.riseK).toBeCloseTo(run.reduction.riseK, 9);
});

test('slips are asked about before they are kept, and the impossible is refused', async () => {
  const id = await importSound(smallBundle());
  const typed = {
    entry: 'a',
    setting: '70 %',
    mount: 1,
    pass: 1,
    loadW: 140,
    noiseDb: 33,
    floorDb: 22,
    cpuC: 61,
    ambientC: 23,
    powerW: 139,
  };
  const type = (more: object) => typeRun(id, newRun.validateSync({ ...typed, ...more }));
  expect(await type({ cpuC: 20, powerW: 14 })).toMatchObject({
    saved: false,
    message: expect.stringContaining('at or under the room'),
    field: 'cpuC',
  });
  expect(await type({ powerW: 14 })).toEqual({
    saved: false,
    asked: ['power of 14 W at a load of 140 W: is that right?'],
  });
  expect(await type({ noiseDb: 20 })).toMatchObject({
    asked: [expect.stringContaining('quieter than the room alone')],
  });
  // A die held at its limit lets little power through.
  expect(await type({ cpuC: 89.9, powerW: 80 })).toMatchObject({ saved: true });
  const kept = await type({ powerW: 14, confirmed: true });
  expect(kept).toMatchObject({ saved: true });
  const { runs } = (await viewRoundUp(id))!;
  const noted = (await notedRuns((await viewRoundUp(id))!)).find(
    (notedRun) => notedRun.run.typedPowerW === 139 || notedRun.run.typedPowerW === 14,
  )!;
  expect(noted.state).toBe('typed');
  expect(noted.run.reduction.maximumRiseK).toBeNaN();
  const logged = runs.find((run) => run.label === '1')!;
  const window = { startS: 300, endS: 380, reason: 'short' };
  expect(await editRun(id, logged.id, edit(1, { window }))).toMatchObject({
    why: 'asked',
    asked: ['a window of 80 s, where the method has 300 s: is that meant?'],
  });
  expect(await editRun(id, logged.id, edit(1, { window }, 'Ana', true))).toMatchObject({ saved: true });
  expect(await editRun(id, logged.id, edit(2, { floorDb: 44 }))).toMatchObject({ why: 'asked' });
});

test('a note as long as the form takes is kept, and comes back by the bundle with its change log', async () => {
  const id = await importSound(smallBundle());
  const run = (await runOf(id, '2'))!;
  const note = 'rubber feet off; '.repeat(58).trim();
  expect(note.length).toBeGreaterThan(900);
  expect(await editRun(id, run.id, edit(1, { note }))).toMatchObject({ saved: true });
  expect(() => edit(2, { note: `${note}${'x'.repeat(200)}` })).toThrow('longer than 1000');
  const again = await importSound(await exported(id));
  expect((await runOf(again, '2'))!.note).toBe(note);
});

test('a deleted run of a variant stands under the name that pages give the variant', async () => {
  const id = await importSound(smallBundle());
  const [first] = (await viewRoundUp(id))!.entries;
  await addVariant(id, {
    entryId: first!.entryId,
    variant: 'lab-fan',
    fanName: 'Brisa 120',
    eachPrice: 15,
    who: 'Ana',
  });
  const variant = (await viewRoundUp(id))!.entries.find(
    (entry) => entry.entryId !== first!.entryId && entry.productName === 'Levante',
  )!;
  expect(variant.product).not.toBe('Levante');
  const typed = {
    entry: variant.entry,
    setting: '75 %',
    mount: 1,
    pass: 1,
    loadW: 170,
    noiseDb: 35,
    floorDb: 22,
    cpuC: 58,
    ambientC: 21,
  };
  const made = await typeRun(id, newRun.validateSync(typed));
  if (!made.saved) throw new Error(JSON.stringify(made));
  await editRun(id, made.id, edit(1, { deleted: true }));
  expect((await deletedRuns((await viewRoundUp(id))!)).map((deletedRun) => deletedRun.product)).toEqual([
    variant.product,
  ]);
});
