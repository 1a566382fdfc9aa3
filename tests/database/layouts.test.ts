import { viewPairs } from '@/lab/orders/pairs/pairs';
import { smallBundle } from '../support/bundles';
import { demoBundle } from '@demo/generators/demoBundle';
import { platesOf, viewPlates } from '@/lab/lineUp/plates';
import { plateSheet } from '@/contracts/sheets/plateSheet';
import { addVariant } from '@/lab/lineUp/changeLineUp';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { viewSideBySide } from '@/lab/orders/pairs/sideBySide';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { placesIn } from '@/core/ranking/sideColumn';
import { pairDifference } from '@/core/ranking/pairDifference';
import { entrySheet } from '@/contracts/sheets/lineUpSheets';
import { caseRises } from '@demo/generators/caseAir';
import { caseRoundUp, DEMO_LAYOUTS, layoutOf } from '@demo/generators/caseRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

let id: number;
beforeAll(async () => {
  id = await importSound(asBytes(caseRoundUp(7)));
});

const decoded = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes);
const entryOf = async (code: string) => (await viewLineUp(id)).find((entry) => entry.code === code)!;

test('layouts come in with their entries, go out as a table, and come back the same', async () => {
  for (const demo of DEMO_LAYOUTS)
    expect((await entryOf(demo.entry)).entry.body.layout).toEqual(layoutOf(demo));
  const files = await exported(id);
  const table = decoded(files.get('layouts.csv')).trim().split('\n');
  expect(table).toHaveLength(1 + DEMO_LAYOUTS.reduce((sum, demo) => sum + demo.fans.length, 0));
  expect(table[1]).toBe('two-in,front,1,in,Poniente 120,120,');
  // The table alone says it, too: as a bundle of another hand has it.
  const dataPackage = JSON.parse(decoded(files.get('datapackage.json'))) as { abanico: { lineUp?: unknown } };
  delete dataPackage.abanico.lineUp;
  files.set('datapackage.json', new TextEncoder().encode(JSON.stringify(dataPackage)));
  const again = await importAsNew(files);
  if (!again.imported) throw new Error(JSON.stringify(again.problems));
  const back = await viewLineUp(again.roundUpId);
  expect(back.map((entry) => entry.entry.body.layout)).toEqual(DEMO_LAYOUTS.map(layoutOf));
  expect(back[0]!.entry.body.fans.map((fan) => fan.count)).toEqual([2, 1]);
});

let table = '';
beforeAll(async () => {
  table = decoded((await exported(id)).get('layouts.csv'));
});

test.each([
  ['two-in,front,1,out,Racha,120,', 'slot', 'two fans at front 1'],
  ['two-in,rear,2,out,Racha,120,', 'slot', 'the case takes 1 at the rear'],
  ['two-in,side,1,in,Racha,120,', 'slot', 'the case takes no fan at the side'],
  ['two-in,roof,1,out,Racha,120,', 'place', 'not one of front, top, rear'],
  ['two-in,top,1,up,Racha,120,', 'direction', 'in or out expected: "up"'],
  ['nobody,top,1,out,Racha,120,', 'entry', 'no entry "nobody"'],
  ['two-in,top,1,out,Racha,450,', 'slot', 'does not fit at the top'],
  ['two-in,top,1.5,out,Racha,120,', 'slot', 'not a whole number'],
])('the row %s is told', async (row, column, message) => {
  const files = asBytes(caseRoundUp(7));
  // What the runs say is no matter here: the first is enough.
  const runs = decoded(files.get('runs.csv')).split('\n').slice(0, 2);
  files.set('runs.csv', new TextEncoder().encode(runs.join('\n')));
  const before = table;
  files.set('layouts.csv', new TextEncoder().encode(`${before.trimEnd()}\n${row}\n`));
  expect(await importAsNew(files)).toMatchObject({
    imported: false,
    problems: [{ file: 'layouts.csv', line: 33, column, message: expect.stringContaining(message) }],
  });
});

test('a new layout begins as a copy under a name of its own, and one that cannot be is not kept', async () => {
  const from = await entryOf('three-in');
  const copy = { who: 'Ana', variant: 'copy' as const, eachPrice: null, entryId: from.entryId };
  const made = await addVariant(id, { ...copy, fanName: 'Rear at half speed' });
  await expect(addVariant(id, { ...copy, fanName: 'Rear at half speed' })).rejects.toThrow(
    'in this line-up already',
  );
  const lineUp = await viewLineUp(id);
  const fresh = lineUp.find((entry) => entry.entryId === made)!;
  expect(fresh).toMatchObject({ shownName: 'Rear at half speed', runs: 0 });
  expect(fresh.entry.body.layout).toEqual(from.entry.body.layout);
  const save = (layout: unknown) => {
    const body = entrySheet.validateSync({ ...fresh.entry.body, layout });
    return saveSheet('entry', made, { version: fresh.entry.version, body, who: 'Ana', reason: '' });
  };
  const [first] = fresh.entry.body.layout;
  expect(await save([first, first])).toMatchObject({ why: 'refused', message: 'two fans at front 1' });
  expect(await save([{ ...first, dutyPct: 50 }])).toMatchObject({ saved: true });
  expect(() => save([{ ...first, slot: -1 }])).toThrow();
  expect((await viewLineUp(id)).find((entry) => entry.entryId === made)!.entry.body.layout).toHaveLength(1);
});

test('side by side: differences agree with the simulated case, and two layouts cannot be told apart', async () => {
  const columns = await viewSideBySide((await viewRoundUp(id))!, { by: 'noise', lineDb: 32 });
  const parts = {
    rise: 'die',
    'gpu-rise': 'card',
    'vrm-rise': 'regulators',
    'case-air-rise': 'air',
  } as const;
  for (const [response, part] of Object.entries(parts)) {
    const column = columns.find((other) => other.response.id === response && other.load.startsWith('90 W'))!;
    const placed = (code: string) => column.cells.find((cell) => cell.entry === code)!.placed!;
    const base = placed('two-in');
    let inside = 0;
    for (const demo of DEMO_LAYOUTS) {
      // At the line each fan stands at another speed: the truth is asked for at that of the level.
      const other = placed(demo.entry);
      const truthAt = (entry: (typeof DEMO_LAYOUTS)[number], duty: number) =>
        caseRises(layoutOf(entry), entry.inside, { dieW: 90, cardW: 220 }, duty)[part];
      const dutyAt = (fans: number) => 10 ** ((32 - 33.5 - 10 * Math.log10(fans)) / 50);
      const { difference, interval95 } = pairDifference(base, other);
      const truth =
        truthAt(demo, dutyAt(demo.fans.length)) -
        truthAt(DEMO_LAYOUTS[0]!, dutyAt(DEMO_LAYOUTS[0]!.fans.length));
      // The rest of the case is heard as well, and the curve between three settings is no formula.
      if (Math.abs(difference - truth) <= interval95 + 0.12 * Math.abs(truth) + 0.5) inside += 1;
    }
    expect([response, inside]).toEqual([response, DEMO_LAYOUTS.length]);
    const twins = pairDifference(placed('top-rear'), placed('top-front'));
    expect(twins.isOpen).toBe(true);
  }
  const card = columns.find((column) => column.response.id === 'gpu-rise')!;
  const leader = card.cells.find((cell) => cell.placed?.placeFrom === 1 && cell.placed.placeTo === 1)!;
  expect(leader.entry).toBe('bottom');
  // The copy of the test above was never measured: its cells say so.
  expect(card.cells.at(-1)).toMatchObject({ placed: null, reason: expect.stringContaining('no run') });
});

test('at full speed each stands by its loudest setting, with how loud that is; idle, by its quietest', async () => {
  const view = (await viewRoundUp(id))!;
  const full = await viewSideBySide(view, { by: 'full' });
  const level = full.find((column) => column.response.id === 'level' && column.load.startsWith('90 W'))!;
  const rise = full.find((column) => column.response.id === 'rise' && column.load.startsWith('90 W'))!;
  for (const { entry, placed } of level.cells) {
    const loaded = view.runs.filter(
      (run) => run.entry === entry && run.loadW === 90 && run.setting === '100 %',
    );
    if (loaded.length === 0) continue;
    expect(placed!.value).toBeCloseTo(energyMeanDb(loaded.map((run) => run.level.levelDb)), 1);
    const mean = loaded.reduce((sum, run) => sum + run.reduction.riseK, 0) / loaded.length;
    expect(rise.cells.find((cell) => cell.entry === entry)!.placed!.value).toBeCloseTo(mean, 1);
  }
  const atLine = await viewSideBySide(view, { by: 'noise', lineDb: 32 });
  const quietest = atLine.find((column) => column.response.id === 'level')!;
  expect(quietest).toMatchObject({ place: 'quietest', load: 'idle' });
  for (const { entry, placed } of quietest.cells) {
    const idle = view.runs.filter((run) => run.entry === entry && run.loadW === 0);
    if (idle.length === 0) expect(placed).toBeNull();
    else expect(placed!.value).toBeCloseTo(Math.min(...idle.map((run) => run.level.levelDb)), 1);
  }
});

test('at a level that nothing reaches there is no column', async () => {
  expect(await viewSideBySide((await viewRoundUp(id))!, { by: 'noise', lineDb: 3 })).toEqual([]);
});

let coolers: number;
test('plates go out and come back, with their versions kept apart', async () => {
  coolers = await importSound(asBytes(demoBundle(7)));
  const before = await platesOf(coolers);
  expect(before.map((plate) => [plate.entry, plate.points.length])).toEqual([
    ['galerna-twin', 100],
    ['cierzo-240', 100],
    ['tramontana', 100],
    ['lebeche-120', 100],
  ]);
  const { entry } = (await viewPlates(coolers)).find((item) => item.entry.code === 'tramontana')!;
  const points = before[2]!.points.slice(0, 4);
  const write = (version: number) =>
    saveSheet('plate', entry.entryId, { version, body: { points }, who: 'Ana', reason: '' });
  expect(await write(1)).toMatchObject({ saved: true, version: 2 });
  expect(await write(1)).toMatchObject({ why: 'conflict', version: 2 });
  const again = await importAsNew(await exported(coolers));
  if (!again.imported) throw new Error(JSON.stringify(again.problems));
  expect(await platesOf(again.roundUpId)).toEqual(await platesOf(coolers));
});

test('what leads at full speed need not lead at the line: places that surely differ are told apart', async () => {
  const view = (await viewRoundUp(coolers))!;
  const places = placesIn(await viewSideBySide(view, { by: 'noise', lineDb: 33 }));
  const full = placesIn(await viewSideBySide(view, { by: 'full' }));
  const at170 = Object.keys(full).find((key) => key === 'rise@@170')!;
  const moved = Object.entries(full[at170]!).filter(([entry, [from, to]]) => {
    const other = places[at170]![entry];
    return other && (from > other[1] || other[0] > to);
  });
  expect(moved.map(([entry]) => entry)).toContain('terral-slim');
  // The loud one has a place at its fastest, and none at the line.
  expect(places[at170]).not.toHaveProperty('matacabras');
  expect(full[at170]).toHaveProperty('matacabras');
});

test.each([[[{ xMm: 0, yMm: 0, depthUm: 1 }], 'one place is no grid']])(
  '%j is no plate',
  (points, message) => {
    expect(() => plateSheet.validateSync({ points })).toThrow(message);
  },
);

test('a second fan on one heatsink: found as a pair, with what it brings at the line, at full speed, in decibels and money', async () => {
  const two = smallBundle((files) => {
    files.set(
      'runs.csv',
      files
        .get('runs.csv')!
        .replace(/trace$/m, 'trace,rpm')
        .replace(/\.csv$/gm, '.csv,1200')
        .replace('traces/4.csv,1200', 'traces/4.csv,1150')
        .replace('traces/3.csv,1200', 'traces/3.csv,1150'),
    );
    const text = files.get('entries.csv')!;
    files.set(
      'entries.csv',
      text.replace(
        'b,Poniente,Barlovento,air-tower,2 × 120 mm,2,70',
        'b,Levante,Barlovento,air-tower,2 × 120 mm,2,70',
      ),
    );
  });
  const made = await importSound(two);
  const [pair, ...more] = await viewPairs((await viewRoundUp(made))!, 33);
  expect(more).toEqual([]);
  expect(pair).toMatchObject({
    ...{ base: 'a', other: 'b', differs: 'two fans for one fan', load: '170 W', moreMoney: 20 },
    ...{ fullDb: expect.closeTo(2, 1), fullK: expect.closeTo(-4, 1) },
  });
  // The second fan costs each some of its speed.
  expect(pair!.slowerShare).toBeCloseTo(1 - 1150 / 1200, 6);
  expect(pair!.atLine!.difference).toBeGreaterThan(0);
  expect(await viewPairs((await viewRoundUp(made))!, 3)).toMatchObject([{ atLine: null }]);
});
