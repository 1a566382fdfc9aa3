import { defaultBrief } from '@/core/brief/brief';
import { withDatabase } from '@/database/pool';
import { listSheetChanges } from '@/database/lineUp/sheets';
import { briefOf } from '@/lab/planning/briefView';
import { editableSheet } from '@/lab/planning/planningSchemas';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

const edit = (version: number, body: unknown, reason = '', who = 'Ana') => ({ version, body, reason, who });

test('of two who write one sheet the later is shown what stands there, by whom, and nothing of his is written', async () => {
  const id = await importSound(smallBundle());
  const { version, body } = (await withDatabase((db) => briefOf(db, id)))!;
  const mine = { ...body, mounts: 3 };
  const theirs = { ...body, passes: 4 };
  const both = await Promise.all([
    saveSheet('brief', id, edit(version, mine, 'more mounts', 'Ana')),
    saveSheet('brief', id, edit(version, theirs, 'more passes', 'Berta')),
  ]);
  expect(both.filter((result) => result.saved)).toHaveLength(1);
  const late = both.find((result) => !result.saved)!;
  const [winner, kept] = both[0]!.saved ? ['Ana', mine] : ['Berta', theirs];
  // The one who was late sees it at once, or is told to look again where both came in the same moment.
  if (!late.saved && late.why === 'conflict') expect(late).toMatchObject({ who: winner, body: kept });
  else expect(late).toMatchObject({ why: 'refused' });
  const after = (await withDatabase((db) => briefOf(db, id)))!;
  expect(after.body).toMatchObject({ mounts: kept.mounts, passes: kept.passes });
  // Written over it knowingly, on the version that was shown.
  expect(await saveSheet('brief', id, edit(after.version, { ...kept, mounts: 2 }, 'meant'))).toMatchObject({
    saved: true,
  });
  const changes = await withDatabase((db) => listSheetChanges(db, 'brief', id));
  expect(changes.map((change) => change.who)).toEqual(expect.arrayContaining([winner, 'Ana']));
});

test('a brief with runs asks for the reason of a change, and moves what hangs on it in the same step', async () => {
  const id = await importSound(smallBundle());
  const { version, body } = (await withDatabase((db) => briefOf(db, id)))!;
  const wider = { ...body, windowS: 120 };
  expect(await saveSheet('brief', id, edit(version, wider))).toMatchObject({
    saved: false,
    why: 'refused',
    field: 'reason',
  });
  const windows = async () =>
    (await viewRoundUp(id))!.runs.map((run) =>
      Math.round(run.reduction.window!.endS - run.reduction.window!.startS),
    );
  const before = await windows();
  expect(before.every((value) => value > 250)).toBe(true);
  expect(await saveSheet('brief', id, edit(version, wider, 'shorter soaks'))).toMatchObject({ saved: true });
  expect((await windows()).every((window) => Math.abs(window - 120) <= 2)).toBe(true);
});

test('sheets of no kind of ours are none, whatever JavaScript keeps under their name', () => {
  for (const kind of ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'rig', ''])
    expect([kind, editableSheet(kind)]).toEqual([kind, null]);
  expect(editableSheet('brief')!.kind).toBe('brief');
});

test('a brief is held to what a bench can have, each value by its own name', () => {
  const { edit: schema } = editableSheet('brief')!;
  const other = (more: object) => ({ who: 'Ana', version: 0, body: { ...defaultBrief(), ...more } });
  expect(() => schema.validateSync(other({}))).not.toThrow();
  const load = defaultBrief().loads[0]!;
  const wrong: [more: object, told: RegExp][] = [
    [{ windowS: 1e308 }, /settled window lies between 10 and 21600 s/],
    [{ windowS: 3 }, /settled window/],
    [{ noiseLinesDba: [1e308] }, /level lies between -20 and 160 dB/],
    [{ noiseLinesDba: [] }, /./],
    [{ referenceAmbientC: -273 }, /temperature lies between/],
    [{ mounts: 0 }, /at least 1/],
    [{ mounts: 1e9 }, /at most/],
    [{ passes: 1.5 }, /whole number/],
    [{ loads: [{ ...load, watts: 1e300 }] }, /power lies between 0 and 5000 W/],
    [{ loads: Array.from({ length: 21 }, () => load) }, /./],
    [{ windowS: '300' }, /a number was expected/],
    [{ windowS: [300] }, /a number was expected/],
  ];
  for (const [more, told] of wrong) {
    expect(() => schema.validateSync(other(more))).toThrow(told);
  }
});
