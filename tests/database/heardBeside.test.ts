import { viewEntryNotes } from '@/lab/lineUp/entryNotes';
import { viewValue } from '@/lab/orders/readers/valueView';
import { viewJudgement } from '@/lab/orders/beyond/judgementView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { pairPage } from '@/lab/orders/pairs/pairPage';
import { viewWays } from '@/lab/orders/waysView';
import { pack, unpack } from '@/core/packed';
import { measuresOf } from '@/stages/beyond/measures';
import { beyondPage, type BeyondData } from '@/lab/orders/beyond/beyondPage';
import { airRoundUp } from '@demo/generators/airRoundUp';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { smallBundle } from '../support/bundles';
import { importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const encoded = (text: string) => new TextEncoder().encode(text);
const decoded = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes);

test('a fan that does not turn at its duty is told of the demo’s round-up of fans, and of no other fan', async () => {
  const id = await importSound(asBytes(airRoundUp(7)));
  const notes = await viewEntryNotes((await viewRoundUp(id))!);
  expect(notes).toEqual([{ entry: 'poniente', words: ['does not turn at 20 %'] }]);
});

test('a fan that runs away against the chamber, and one that stalls there, come in by readings.csv', async () => {
  const files = asBytes(airRoundUp(7));
  const rows = decoded(files.get('readings.csv')).split('\n');
  const chamber = (run: string) => rows.findIndex((row) => row.startsWith(`${run},pressure,closed chamber`));
  const speed = (row: string, rpm: string) => [...row.split(',').slice(0, -1), rpm].join(',');
  // Runs 001 and 006 are the first fans at full speed.
  for (const [run, rpm] of [
    ['001', '2400'],
    ['006', '0'],
  ] as const)
    rows[chamber(run)] = speed(rows[chamber(run)]!, rpm);
  files.set('readings.csv', encoded(rows.join('\n')));
  const result = await importAsNew(files);
  if (!result.imported) throw new Error(JSON.stringify(result.problems.slice(0, 3)));
  const notes = await viewEntryNotes((await viewRoundUp(result.roundUpId))!);
  const words = Object.fromEntries(notes.map((note) => [note.entry, note.words.join('; ')]));
  expect(words.racha).toMatch(/^runs away at closed chamber, 100 %: 2400 rpm for 1\d\d\d rpm$/);
  expect(words.cefiro).toBe('stalls at closed chamber, 100 %');
});

test('a setting with a part stopped tells the part’s share, stays off the curve, and says so in the logbook’s words', async () => {
  const bundle = smallBundle((files) => {
    const text = files.get('runs.csv')!;
    const [head, first] = text.split('\n');
    const columns = head!.split(',');
    const cells = first!.split(',');
    const at = (name: string) => columns.indexOf(name);
    cells[at('run')] = '9';
    cells[at('setting')] = `${cells[at('setting')]} without fan 2`;
    cells[at('noise_db')] = String(Number(cells[at('noise_db')]) - 2);
    files.set('runs.csv', `${text.trimEnd()}\n${cells.join(',')}\n`);
  });
  const id = await importSound(bundle);
  const view = (await viewRoundUp(id))!;
  const notes = await viewEntryNotes(view);
  expect(notes).toHaveLength(1);
  expect(notes[0]!.words[0]).toMatch(/^at .+ the fan 2 makes (at most )?\d\d\.\d of \d\d\.\d dB\(A\)$/);
  const judged = (await viewJudgement(view, { lineDb: 33, load: '' }))!;
  for (const { curve } of judged.judged)
    expect(curve.points.some(({ setting }) => setting.includes('without'))).toBe(false);
});

test('each measure of the page says what it is, has a figure or a reason, and survives the way to the browser', async () => {
  const id = await importSound(asBytes(demoBundle(7)));
  const roundUp = (await viewRoundUp(id))!;
  const data: BeyondData = (await beyondPage(roundUp, { lineDb: 33, load: '170' }))!;
  const there = unpack(pack(data));
  const [own, crossed] = [measuresOf(data), measuresOf(there)];
  expect(own.map(({ key }) => key)).toEqual(['rise', 'hold', 'band', 'wall', 'capacity']);
  for (const [m, measure] of own.entries()) {
    expect(measure.definition).toMatch(/^[A-ZK].{30,}/);
    for (const [i, item] of data.items.entries()) {
      const figure = measure.figureFor(item, undefined);
      expect(figure.value === null).toBe(figure.why !== '');
      const after = crossed[m]!.figureFor(there.items[i]!, undefined);
      if (figure.value === null) expect(after).toEqual(figure);
      else expect(after.value).toBeCloseTo(figure.value, 4);
    }
  }
  const of = (key: string, entry: string) =>
    own
      .find((measure) => measure.key === key)!
      .figureFor(
        data.items.find((item) => item.entry === entry)!,
        { bandScoreWPerK: 0.05, bandMean: null, noiseToHoldDba: null, kneeDba: 1 },
      );
  expect(of('band', 'tramontana').interval95).toBe(0.05);
  expect(of('hold', 'cierzo-240').interval95).toBeNull();
  // 44.50 EUR for 39.4 K at 170 W: K/W times the price.
  const { valued, perUnitOf } = await viewValue(roundUp, {});
  const valueOf = (entry: string) => valued.find((other) => other.entry === entry)!;
  expect(perUnitOf).toBe('W/K');
  expect(valueOf('lebeche-120').perUnit!.value).toBeCloseTo(44.5 * (39.4 / 170), 1);
  expect(valueOf('jaloque-360').standing).toMatchObject({ beatenBy: [], next: null });
  // A throttled one holds no load: it is on no front.
  expect(valueOf('terral-slim')).toMatchObject({ standing: null, price: expect.any(Number) as number });
});

test('ways to compare of a round-up without speeds are those that it has; a label of 60 % is a duty', async () => {
  const id = await importSound(smallBundle());
  const found = await viewWays((await viewRoundUp(id))!, {
    load: '',
    lineDb: 33,
    rpm: null,
    dutyPct: null,
  });
  expect(found!.ways.map(({ key }) => key)).toEqual(['noise', 'duty', 'full', 'quietest']);
  for (const { places, reasons } of found!.ways)
    expect(Object.keys(places).length + Object.keys(reasons).length).toBe(2);
});

test('a pair of fans is compared by their air, and of no die that was never read; a pair of coolers agrees with the ranking', async () => {
  const fans = await importSound(asBytes(airRoundUp(7)));
  const byAir = (await pairPage((await viewRoundUp(fans))!, {
    ...{ load: '', lineDb: 30, one: 'racha', other: 'siroco' },
  }))!;
  expect(byAir.rows.length).toBeGreaterThan(2);
  expect(byAir.rows.filter(({ what }) => what.startsWith('Die'))).toEqual([]);
  expect(byAir.subject).toMatch(/^Airspeed/);
  const id = await importSound(asBytes(demoBundle(7)));
  const view = (await viewRoundUp(id))!;
  const { judged } = (await viewJudgement(view, { lineDb: 33, load: '170' }))!;
  for (const other of ['tramontana', 'lebeche-120', 'terral-slim']) {
    const pair = (await pairPage(view, { load: '170', lineDb: 33, one: 'jaloque-360', other }))!;
    const [one, two] = ['jaloque-360', other].map(
      (entry) => judged.find(({ placed }) => placed.entry === entry)!.placed,
    );
    expect(pair.inHand?.row).toBe(pair.rows[0]);
    expect(pair.rows[0]!.lead).toBeCloseTo(two!.value - one!.value, 9);
    // Eight in one order ask for more than ten rows do: a place apart is a row apart.
    expect(pair.rows[0]!.ahead).toBe(one!.placeTo < two!.placeFrom ? 'one' : null);
  }
  // Who has no value at the line is said so, and compared elsewhere.
  const loud = (await pairPage(view, { load: '170', lineDb: 33, one: 'jaloque-360', other: 'matacabras' }))!;
  expect(loud).toMatchObject({ inHand: null, why: [expect.stringContaining('35.0 dB(A)') as string] });
  expect(loud.rows.map(({ where }) => where)).toContain('at full speed');
});
