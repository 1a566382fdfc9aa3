import type { LabCase } from '@/core/cases/labCase';
import type { LayoutFan } from '@/core/cases/layout';
import { addCase, casesOfLineUp, removeCase, viewCases } from '@/lab/lineUp/cases';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { caseSheet } from '@/contracts/sheets/caseSheet';
import { caseRoundUp } from '@demo/generators/caseRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const NAME = 'Baúl, a middle-sized case';
let id: number;
beforeAll(async () => {
  id = await importSound(asBytes(caseRoundUp(7)));
});

const kept = async (name: string) => (await viewCases()).cases.find(({ body }) => body.name === name)!;
const write = async (row: { id: number; version: number }, body: LabCase) =>
  saveSheet('case', row.id, { version: row.version, body, who: 'Ana', reason: '' });

test('the demo’s case came with its layouts, goes out with them, and is no second one when they come again', async () => {
  const anyEntry = { code: 'a', product: { body: { name: 'Sur' } } };
  expect(await casesOfLineUp([anyEntry], NAME.toUpperCase())).toMatchObject({
    a: { coolerHeightMm: 165, memoryHeightMm: 44 },
  });
  expect((await viewCases()).unnoted).toEqual([]);
  const files = await exported(id);
  const { abanico } = JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as {
    abanico: { rig: { case: LabCase } };
  };
  expect(abanico.rig.case).toEqual((await kept(NAME)).body);
  expect(await importAsNew(files)).toMatchObject({ imported: true });
  const { cases } = await viewCases();
  expect(cases.map(({ body, roundUps }) => [body.name, roundUps])).toEqual([[NAME, 2]]);
});

test('a layout goes into the case that it is compared in, or is not kept', async () => {
  const entry = (await viewLineUp(id)).find(({ code }) => code === 'two-in')!;
  const save = (fan: Partial<LayoutFan>) => {
    const [first, ...others] = entry.entry.body.layout;
    const body = { ...entry.entry.body, layout: [{ ...first!, ...fan }, ...others] };
    const { version } = entry.entry;
    return saveSheet('entry', entry.entryId, { version, body, who: 'Ana', reason: '' });
  };
  expect(await save({ place: 'side' })).toMatchObject({
    why: 'refused',
    message: `${NAME}: the case takes no fan at the side`,
  });
  expect(await save({ slot: 4 })).toMatchObject({
    message: `${NAME}: the case takes 3 at the front, and no front 4`,
  });
  expect(await save({ sizeMm: 150 })).toMatchObject({
    message: `${NAME}: a fan of 150 mm does not fit at the front, which takes 140 mm`,
  });
});

test('a bundle that says nothing of its case is held to the one that the lab keeps', async () => {
  const files = await exported(id);
  const text = (path: string) => new TextDecoder().decode(files.get(path));
  const dataPackage = JSON.parse(text('datapackage.json')) as {
    abanico: { rig: { case?: LabCase }; lineUp?: unknown };
  };
  delete dataPackage.abanico.rig.case;
  delete dataPackage.abanico.lineUp;
  files.set('datapackage.json', new TextEncoder().encode(JSON.stringify(dataPackage)));
  const outside = text('layouts.csv').replace('two-in,front,2', 'two-in,side,2');
  files.set('layouts.csv', new TextEncoder().encode(outside));
  expect(await importAsNew(files)).toMatchObject({
    imported: false,
    problems: [{ file: 'layouts.csv', message: `"two-in" in ${NAME}: the case takes no fan at the side` }],
  });
});

test('a case cannot lose a place that a layout needs; its other figures change, and who comes second is told', async () => {
  const row = await kept(NAME);
  const less = { ...row.body, sides: row.body.sides.filter(({ place }) => place !== 'rear') };
  expect(await write(row, less)).toMatchObject({
    why: 'refused',
    message: expect.stringMatching(/^“.+” would not go into it any more: the case takes no fan at the rear$/),
  });
  expect(await write(row, { ...row.body, coolerHeightMm: 158 })).toMatchObject({ saved: true });
  expect(await write(row, { ...row.body, coolerHeightMm: 170 })).toMatchObject({ why: 'conflict' });
});

test('names are one each, and a case that is not kept binds nobody', async () => {
  await expect(addCase(NAME.toLowerCase(), 'Ana')).rejects.toThrow('already');
  const other = await addCase('Cofre', 'Ana');
  const cofre = await kept('Cofre');
  expect(await write(cofre, { ...cofre.body, name: NAME })).toMatchObject({
    why: 'refused',
    message: 'another of this name is there already',
  });
  await removeCase(other);
  await expect(removeCase(other)).rejects.toThrow('not there any more');
  await removeCase((await kept(NAME)).id);
  expect((await viewCases()).unnoted).toEqual([NAME]);
  const entry = (await viewLineUp(id)).find(({ code }) => code === 'two-in')!;
  const body = {
    ...entry.entry.body,
    layout: entry.entry.body.layout.map((fan) => ({ ...fan, place: 'side' as const })),
  };
  const edit = {
    version: entry.entry.version,
    body: { ...body, layout: body.layout.slice(0, 1) },
    who: 'Ana',
    reason: '',
  };
  expect(await saveSheet('entry', entry.entryId, edit)).toMatchObject({ saved: true });
});

test.each([
  [{ name: 'open' }, 'a name'],
  [{ name: '' }, 'needs a name'],
  [{ sides: [] }, 'a place for a fan'],
  [{ sides: [{ place: 'rear', slots: 0, sizeMm: 120 }] }, 'at least 1'],
  [{ sides: [{ place: 'rear', slots: 1, sizeMm: 4000 }] }, 'at most 400'],
  [{ sides: [{ place: 'roof', slots: 1, sizeMm: 120 }] }, 'must be one of'],
  [
    {
      sides: [
        { place: 'rear', slots: 1, sizeMm: 120 },
        { place: 'rear', slots: 1, sizeMm: 140 },
      ],
    },
    'the rear is listed twice',
  ],
  [{ coolerHeightMm: -5 }, 'cannot be negative'],
  [{ sides: [null] }, 'cannot be null'],
  [{ sides: null }, 'cannot be null'],
  [{ name: 7 }, 'a text was expected'],
])('%j is no case', (part, message) => {
  const body = { name: 'Cofre', sides: [{ place: 'rear', slots: 1, sizeMm: 120 }], ...part };
  expect(() => caseSheet.validateSync(body)).toThrow(message);
});
