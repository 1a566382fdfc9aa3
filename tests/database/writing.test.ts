import { firstVerdict, newPart, type Verdict } from '@/core/verdict/verdictSheet';
import { exportBundle } from '@/lab/outgoing/exportBundle';
import { importBundle } from '@/lab/bring/importBundle';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { publish } from '@/lab/publish/publish';
import { draftOf } from '@/lab/report/draft';
import { orderFile, orderPlate } from '@/lab/report/orders/orderFiles';
import { publishableOrders } from '@/lab/report/orders/publishableOrders';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewWriting } from '@/lab/publish/writeView';
import { airRoundUp } from '@demo/generators/airRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { gridRoundUp } from '@demo/generators/gridRoundUp';
import { reasonOf, valueOf } from '../support/outcome';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

let id: number;
beforeAll(async () => {
  // The second lies far enough behind to be told apart.
  const apart = (files: Map<string, string>) =>
    files.set('runs.csv', files.get('runs.csv')!.replace('50 %,29.0,', '50 %,32.0,'));
  id = await importSound(smallBundle(apart));
});
const viewed = async (roundUpId = id) => (await viewRoundUp(roundUpId))!;
const save = (version: number, body: Verdict, who = 'Ana') =>
  saveSheet('verdict', id, { version, body, who, reason: '' });

test('a verdict begins with an order, curves, awards, each entry and what was not measured', async () => {
  const { sheet, history, published } = await viewWriting(await viewed());
  expect(sheet).toEqual({ version: 0, body: firstVerdict() });
  expect(history).toEqual([]);
  expect(published).toEqual({ versions: [], links: [] });
});

test('what is saved by itself has its history; who comes second is shown it and writes over nothing', async () => {
  expect(await save(0, { ...firstVerdict(), summary: 'one' })).toMatchObject({ saved: true, version: 1 });
  expect(await save(1, { ...firstVerdict(), summary: 'two' })).toMatchObject({ saved: true, version: 2 });
  expect(await save(1, { ...firstVerdict(), summary: 'other' }, 'Bea')).toMatchObject({
    saved: false,
    why: 'conflict',
    version: 2,
    body: { summary: 'two' },
    who: 'Ana',
  });
  const { sheet, history } = await viewWriting(await viewed());
  expect(sheet.body.summary).toBe('two');
  expect(history.map(({ body, who }) => [body.summary, who])).toEqual([
    ['two', 'Ana'],
    ['one', 'Ana'],
  ]);
});

test('sentences and awards are offered from the data as they are now', async () => {
  const { sentences, offers } = await viewWriting(await viewed());
  expect(sentences).toEqual(['Levante is first.', 'Poniente is second.']);
  expect(valueOf(offers.find(({ kind }) => kind === 'cool')!.offer).entry).toBe('a');
  // One line alone in the brief: the quiet end of its band, 29 dB(A).
  const quiet = offers.find(({ kind }) => kind === 'quiet')!;
  expect(quiet.rule).toMatch(/at 29\.0 dB\(A\)/);
  expect(reasonOf(quiet.offer)).toMatch(/only Levante is ranked there/);
  const grid = await importSound(asBytes(gridRoundUp(7)));
  const found = await viewWriting(await viewed(grid));
  expect(found.sentences.join(' ')).toContain('tie for');
  expect(found.responses.map(({ id: response }) => response)).toContain('clock');
  // Thirteen entries of three heatsinks: each by its own name.
  expect(
    new Set((await publishableOrders(await viewed(grid))).orders.entries.map(({ name }) => name)).size,
  ).toBe(13);
});

test('orders go out as tables and plates of whatever can be ranked, and say why where nothing can', async () => {
  const view = await viewed();
  const what = { response: 'rise', place: '', against: 'noise' as const, at: null, load: '' };
  const { type, text } = valueOf(await orderFile(view, what, 'md'));
  expect(type).toBe('text/markdown');
  expect(
    text
      .split('\n')
      .slice(2, 4)
      .map((line) => line.split(' | ')[1]),
  ).toEqual(['Levante', 'Poniente']);
  expect(valueOf(await orderFile(view, what, 'constructor')).type).toBe('text/csv');
  expect(valueOf(await orderFile(view, { ...what, at: 28.5 }, 'html')).text).not.toContain('Levante');
  expect(reasonOf(await orderFile(view, { ...what, response: 'airspeed' }, 'csv'))).toMatch(
    /no run has the response/,
  );
  const { text: plate } = valueOf(
    await orderPlate(view, what, { kind: 'curves', night: true, lit: new Set(['b']) }),
  );
  expect(plate).toMatch(/^<svg [^>]*width="1920" height="1080"/);
  expect(plate.match(/<g opacity="0.25">/g)).toHaveLength(1);
  expect(
    reasonOf(
      await orderPlate(
        view,
        { ...what, load: '999~nothing', response: 'score' },
        { kind: 'bars', night: false, lit: new Set() },
      ),
    ),
  ).toMatch(/no run has/);
});

test('a pair, ways and what lies beyond the line go out as plates, each with what it says in words', async () => {
  const view = await viewed();
  const what = { response: 'rise', place: '', against: 'noise' as const, at: null, load: '' };
  const plate = async (kind: 'pair' | 'ways' | 'beyond', lit: string[] = []) => {
    const made = await orderPlate(view, what, { kind, night: false, lit: new Set(lit) });
    return made.known ? /<desc>(.*)<\/desc>/.exec(made.value.text)![1]! : made.reason;
  };
  expect(await plate('pair')).toMatch(/^Levante is ahead at 33\.0 dB\(A\), by \d\.\d ± \d\.\d K\./);
  // The two that are lit, in that order.
  expect(await plate('pair', ['b', 'a'])).toMatch(/^Levante is ahead/);
  expect(await plate('ways')).toMatch(/^First at 33\.0 dB\(A\): Levante/);
  expect(await plate('beyond')).toMatch(/Levante .*dB\(A\)/);
  const { text } = valueOf(
    await orderPlate(view, what, { kind: 'pair', night: true, lit: new Set(['b', 'a']) }),
  );
  expect(text.indexOf('Levante ahead')).toBeLessThan(text.indexOf('Poniente ahead'));
});

test('a verdict under way is shown as readers would see it, with its figures, and nothing is kept of it', async () => {
  const before = await viewWriting(await viewed());
  const body: Verdict = {
    ...firstVerdict(),
    summary: 'Poniente leads with {{rise b}}. It is {{rise b less a}} than Levante; {{rise gone}}.',
    parts: [{ ...newPart('text'), body: 'Poniente is first. Levante is first.' }],
  };
  const { html, figures, overclaims, offered } = await draftOf(await viewed(), body);
  expect(valueOf(figures['{{rise b}}']!)).toMatch(/^\d+\.\d ± \d+\.\d K$/);
  expect(html).toContain(valueOf(figures['{{rise b}}']!));
  expect(valueOf(figures['{{rise b less a}}']!)).toMatch(/ higher$/);
  expect(reasonOf(figures['{{rise gone}}']!)).toBe('no entry “gone” here');
  expect(overclaims.map(({ why }) => why)).toEqual([
    'Poniente holds place 2 there',
    'the order does not say so any more',
  ]);
  expect(offered.map(({ reference }) => reference)).toEqual(
    expect.arrayContaining(['{{rise a}}', '{{k/w b}}', '{{rise a less b}}']),
  );
  // No script, and no data to take along: those come with the report.
  expect(html).not.toMatch(/<script|download=/);
  expect((await viewWriting(await viewed())).sheet).toEqual(before.sheet);
  // Words are saved again and again: the order is made once.
  const { orders } = await publishableOrders(await viewed());
  await save(before.sheet.version, { ...before.sheet.body, summary: 'words' });
  expect((await publishableOrders(await viewed())).orders).toBe(orders);
});

test('a verdict begins with what its question needs, and offers no part of what was not measured', async () => {
  const air = await importSound(asBytes(airRoundUp(7)));
  const { sheet, kinds } = await viewWriting(await viewed(air));
  expect(sheet.body.parts.map(({ kind, what }) => [kind, what.response])).toEqual([
    ['ranking', 'rise'],
    ['curves', 'rise'],
    ['ranking', 'pressure'],
    ['entries', 'rise'],
    ['text', 'rise'],
  ]);
  expect(kinds).toEqual(['text', 'ranking', 'curves', 'bars', 'entries', 'links']);
  expect(sheet.body.parts.at(-1)!.body).toMatch(/kelvins on a given cooler/);
  expect((await viewWriting(await viewed())).kinds).not.toContain('sounds');
});

test('a report of links, captions and an empty verdict; a private bundle comes back with the name behind the cover', async () => {
  const { sheet } = await viewWriting(await viewed());
  const parts = [
    { ...newPart('links'), body: '[the method](https://example.org/method)' },
    { ...newPart('curves'), title: '', body: '' },
  ];
  expect(await save(sheet.version, { ...firstVerdict(), parts, summary: '' })).toMatchObject({ saved: true });
  const now = new Date(Date.UTC(2026, 10, 26));
  expect(await publish(id, { who: 'Ana', reason: '', embargoUntil: null, seen: 0 }, now)).toEqual({
    version: 1,
  });
  const entry = (await viewLineUp(id)).find(({ code }) => code === 'b')!;
  const body = { ...entry.entry.body, coverName: 'Sample Z' };
  expect(
    await saveSheet('entry', entry.entryId, { version: entry.entry.version, body, who: 'Ana', reason: '' }),
  ).toMatchObject({ saved: true });
  const product = { ...entry.product.body, sockets: 'W8' };
  await saveSheet('product', entry.productId, {
    version: entry.product.version,
    body: product,
    who: 'Ana',
    reason: '',
  });
  const files = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await exportBundle(id, { leaving: 'private' }))!.files)
    files.set(path, bytes);
  const again = await importBundle(files, { asAnother: true, othersNew: true });
  if (!again.imported) throw new Error(JSON.stringify(again.problems));
  const back = (await viewLineUp(again.roundUpId)).find(({ covered }) => covered)!;
  expect(back.entry.body.coverName).toBe('Sample Z');
  expect(back.product.body).toMatchObject({ sockets: 'W8' });
});
