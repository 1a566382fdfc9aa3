import fc from 'fast-check';
import { awardOffers, awardWords, type AwardCase } from '@/core/verdict/awards';
import { overclaims } from '@/core/verdict/claims';
import { orderSentences } from '@/core/verdict/orderSentences';
import { unknown } from '@/core/outcome';
import {
  partsOf,
  readReference,
  referenceText,
  withFigures,
  type Reference,
} from '@/core/verdict/references';
import { versionChanges, type PublishedFigure } from '@/core/verdict/versionChanges';
import { firstVerdict, newPart, PART_KINDS } from '@/core/verdict/verdictSheet';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { barsPicture } from '@/formats/picture/barsPicture';
import { curvesPicture } from '@/formats/picture/curvesPicture';
import { h } from 'preact';
import { markup } from '@/formats/markup/markup';
import { Marker } from '@/formats/picture/marker';
import { NIGHT, PAPER, ticks } from '@/formats/picture/pictureTheme';
import { markdownHtml } from '@/formats/report/markdown';
import { orderCsv, orderMarkdown } from '@/formats/report/orderText';
import { orderPlainHtml } from '@/formats/report/orderPlainHtml';
import type { OrderTable, ReportData } from '@/formats/report/reportData';
import { reportHtml } from '@/formats/report/reportHtml';
import { verdictSheet } from '@/contracts/sheets/verdictSheet';
import { reasonOf, valueOf } from '../support/outcome';

const placed = (entry: string, from: number, to: number, more: Partial<PlacedEntry> = {}) =>
  ({
    entry,
    placeFrom: from,
    placeTo: to,
    place: from,
    status: 'ranked',
    value: 30 + from,
    interval95: 0.2,
    doubt: [{ variance: 0.01, freedom: Infinity }],
    shared: 0,
    ...more,
  }) as PlacedEntry;
const name = (entry: string) => entry.toUpperCase();

test.each([
  ['rise galerna-twin', { what: 'rise', entry: 'galerna-twin', at: null, loadW: null }],
  ['Rise Galerna Twin @ 28', { what: 'rise', entry: 'Galerna Twin', at: 28, loadW: null }],
  ['k/w a @ 28.5, 90 W', { what: 'k/w', entry: 'a', at: 28.5, loadW: 90 }],
  ['rise', null],
  ['rise a @ loud', null],
])('“%s” between braces is read', (text, reference) => {
  expect(readReference(text)).toEqual(reference);
});

test('a text keeps all that is no reference, whatever stands in it; what refers to nothing is told in place and listed', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (before, after) => {
      const clean = (text: string) => text.replace(/[{}]/g, '');
      const text = `${clean(before)}{{rise a}}${clean(after)}`;
      expect(
        partsOf(text)
          .map((part) => (typeof part === 'string' ? part : part.text))
          .join(''),
      ).toBe(text);
      expect(withFigures(text, () => ({ known: true, value: '38 K' })).text).toBe(
        `${clean(before)}38 K${clean(after)}`,
      );
    }),
  );
  const gone = withFigures('It is {{rise nobody}}, {{}} and {{x}}.', ({ entry }) => ({
    known: false,
    reason: `no entry “${entry}”`,
  }));
  expect(gone).toEqual({
    text: 'It is [no entry “nobody”], {{}} and {{x}}.',
    broken: ['{{rise nobody}}: no entry “nobody”'],
  });
});

test('sentences about an order claim no more than it bears', () => {
  expect(
    orderSentences(
      {
        placed: [
          placed('a', 1, 1),
          placed('b', 2, 3),
          placed('c', 2, 3),
          placed('d', 4, 4, { status: 'throttled' }),
        ],
      },
      name,
    ),
  ).toEqual(['A is first.', 'B and C tie for second place.', 'D is fourth.', 'D throttles at this load.']);
  // Ranges that overlap are no shared place.
  expect(orderSentences({ placed: [placed('a', 1, 2), placed('b', 1, 3), placed('c', 2, 3)] }, name)).toEqual(
    [
      'A is first to second: too close to call.',
      'B is first to third: too close to call.',
      'C is second to third: too close to call.',
    ],
  );
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 9 }), (slack) => {
      const all = slack.map((more, i) =>
        placed(`e${i}`, Math.max(1, i + 1 - more), Math.min(slack.length, i + 1 + more)),
      );
      const said = orderSentences({ placed: all }, (entry) => entry).join(' ');
      for (const { entry, placeFrom, placeTo } of all) {
        expect(said).toContain(entry);
        if (placeFrom !== placeTo) expect(said).not.toMatch(new RegExp(`${entry} is \\w+\\.`));
      }
    }),
  );
});

test('a sentence that says more than its figures bear is told; one that takes it back, or a tie, is not', () => {
  const all = [placed('a', 1, 2), placed('b', 1, 2), placed('c', 3, 3, { value: 40 })];
  const order = {};
  const borne = ({ entry }: Reference) => {
    const [one, other] = entry.split(' less ').map((text) => all.find((found) => found.entry === text));
    if (!one) return unknown('none');
    return {
      known: true as const,
      value: {
        order,
        count: 3,
        better: 'lower' as const,
        placed: other ? ([one, other] as const) : ([one] as const),
      },
    };
  };
  const why = (text: string) => overclaims(text, borne, name).map((found) => found.why);
  expect(why('A leads with {{rise a}}.')).toEqual(['A holds places 1 to 2 there']);
  expect(why('A does not lead with {{rise a}}. B is at {{rise b}}, a tie.')).toEqual([]);
  expect(why('C is the best at {{rise c @ 28.5}}!')).toEqual(['C holds place 3 there']);
  expect(why('A at {{rise a}} is cooler than B at {{rise b}}.')).toEqual([
    'A and B are too close to call there',
  ]);
  expect(why('A at {{rise a}} is cooler than C at {{rise c}}.')).toEqual([]);
  // The wrong way round since the data changed; where it is open who is meant, nothing is said.
  expect(why('C at {{rise c}} is cooler than A at {{rise a}}.')).toEqual([
    'C is behind there, beyond the interval',
  ]);
  expect(why('A at {{rise a}} is behind C at {{rise c}}.')).toEqual([
    'A is ahead there, beyond the interval',
  ]);
  expect(why('From C at {{rise c}}, A is cooler at {{rise a}}.')).toEqual([]);
  expect(why('It brings {{rise a less b}}.')).toEqual(['A and B are too close to call there']);
  expect(why('It brings {{rise a less c}}. They are {{rise a less b}} apart.')).toEqual([]);
  // The first of all may be told so; who is not here is told elsewhere.
  all[0] = placed('a', 1, 1);
  expect(why('A leads with {{rise a}}; D is first: {{rise d}}.')).toEqual([]);
  expect(overclaims('One.\nA wins: {{rise b}}', borne, name)).toEqual([
    { sentence: 'A wins: {{rise b}}', references: ['{{rise b}}'], why: 'B holds places 1 to 2 there' },
  ]);
});

test('what stands between braces is written as it is read', () => {
  for (const text of ['{{rise a}}', '{{rise a less b @ 28}}', '{{place galerna-twin @ 28.5, 90 W}}'])
    expect(partsOf(text).map((part) => typeof part !== 'string' && referenceText(part.reference))).toEqual([
      text,
    ]);
});

const CASE: AwardCase = {
  name,
  atLine: [
    placed('a', 1, 1),
    placed('b', 2, 3),
    placed('c', 2, 3),
    placed('d', 4, 4, { status: 'throttled' }),
  ],
  atQuiet: [placed('b', 1, 2), placed('a', 1, 2)],
  ...{ lineDb: 33, quietDb: 28, unit: 'K', decimals: 1 },
  heights: new Map([
    ['a', 168],
    ['b', 150],
    ['c', 140],
    ['d', 40],
  ]),
  heightLimitMm: 155,
  bandScores: [
    { entry: 'a', value: 5, interval95: 0.05 },
    { entry: 'b', value: 4.8, interval95: 0.05 },
  ],
  prices: [
    { entry: 'a', value: 20, interval95: 0.5 },
    { entry: 'b', value: 19.8, interval95: 0.5 },
  ],
  steps: [],
  currency: 'EUR',
};
/** Steps up at so many EUR a kelvin, between so many. */
const step = (entry: string, to: string, moneyPerUnit: number, perUnit95: [number, number]) => ({
  ...{ entry, beatenBy: [] },
  next: { entry: to, moreMoney: 20, better: 2, better95: 0.5, moneyPerUnit, perUnit95 },
});
const offerOf = (kind: string, cases = CASE) =>
  awardOffers(cases).find((offer) => offer.kind === kind)!.offer;

test('an award goes to one alone, with its evidence, and is refused where a tie makes it arbitrary', () => {
  expect(valueOf(offerOf('cool'))).toEqual({
    entry: 'a',
    evidence: '31.0 ± 0.2 K at 33.0 dB(A), first of 3; next is B with 32.0 ± 0.2 K',
  });
  expect(reasonOf(offerOf('quiet'))).toBe('two tie for it: B and A');
  expect(reasonOf(offerOf('value'))).toBe('two tie for it: B and A');
  expect(valueOf(offerOf('all-round'))).toEqual({
    entry: 'a',
    evidence:
      '5.00 ± 0.05 W/K over the band, of 2 that have this figure; next is B with 4.80 ± 0.05 W/K over the band',
  });
  // Of those within 155 mm B and C cannot be told apart; the throttled one is none of them.
  expect(reasonOf(offerOf('small'))).toBe('two tie for it: B and C');
  expect(reasonOf(offerOf('small', { ...CASE, heightLimitMm: 145 }))).toMatch(/only C fits 145 mm/);
  expect(reasonOf(offerOf('small', { ...CASE, heightLimitMm: 30 }))).toMatch(/no entry fits 30 mm/);
  expect(
    reasonOf(offerOf('all-round', { ...CASE, bandScores: [{ entry: 'a', value: 5, interval95: null }] })),
  ).toMatch(/only A has this figure/);
  expect(reasonOf(offerOf('cool', { ...CASE, atLine: [] }))).toBe('no entry is ranked there');
});

test('no award is the best of one, none is given twice for a figure, and worth has the price of a kelvin with its doubt', () => {
  const [first] = CASE.atLine;
  expect(reasonOf(offerOf('cool', { ...CASE, atLine: [first!] }))).toMatch(/only A is ranked there/);
  // At one line the quiet place is the cool one's; so is the small one's where all fit.
  const oneLine = { ...CASE, quietDb: 33, atQuiet: CASE.atLine, heightLimitMm: 200 };
  for (const kind of ['quiet', 'small'])
    expect(reasonOf(offerOf(kind, oneLine))).toBe('it would be for the same figure as “Coolest”');
  const steps = [step('b', 'a', 5, [4, 7]), step('c', 'b', 12, [9, 20])];
  expect(valueOf(offerOf('worth', { ...CASE, steps }))).toEqual({
    entry: 'a',
    evidence: 'each kelvin less than with B costs 5.00 EUR (4.00 to 7.00): the cheapest of two steps up',
  });
  const near = [step('b', 'a', 5, [4, 10]), steps[1]!];
  expect(reasonOf(offerOf('worth', { ...CASE, steps: near }))).toMatch(/no step up costs clearly less/);
  expect(reasonOf(offerOf('worth', { ...CASE, steps: steps.slice(0, 1) }))).toMatch(/one step up only/);
});

test('an award against its rule is printed with its reason or not at all; one for an entry taken out is none', () => {
  const offers = awardOffers(CASE);
  const known = (entry: string) => ('abcd'.includes(entry) ? name(entry) : null);
  const award = { kind: 'cool' as const, name: 'Coolest', entry: 'a', reason: '' };
  expect(valueOf(awardWords(award, offers, known))).toMatch(
    /^Coolest: A\. 31\.0 ± 0\.2 K at 33\.0 dB\(A\), first of 3; next is B/,
  );
  expect(reasonOf(awardWords({ ...award, entry: 'b' }, offers, known))).toMatch(
    /needs a reason that is printed/,
  );
  expect(valueOf(awardWords({ ...award, entry: 'b', reason: 'it is silent' }, offers, known))).toBe(
    'Coolest: B. By its rule (alone in first place at 33.0 dB(A)) it would go to A. It is silent.',
  );
  expect(valueOf(awardWords({ ...award, kind: 'quiet', reason: 'we like it!' }, offers, known))).toContain(
    'names no entry: two tie for it: B and A. We like it!',
  );
  expect(reasonOf(awardWords({ ...award, entry: 'gone' }, offers, known))).toMatch(
    /not in the round-up any more/,
  );
  expect(reasonOf(awardWords({ ...award, kind: 'own' }, offers, known))).toMatch(/needs its reason/);
});

const figure = (entry: string, value: number, place: string): PublishedFigure => ({
  ...{ entry, name: name(entry), place, value, interval95: 0.3, unit: 'K', decimals: 1 },
});

test('what a correction changes is told in figures and places, and nothing where nothing does', () => {
  const was = [figure('a', 33, '1'), figure('b', 36, '2–3'), figure('c', 36.2, '2–3')];
  expect(versionChanges(was, was)).toEqual([]);
  expect(
    versionChanges(was, [figure('a', 33.04, '1'), figure('b', 35.4, '2'), figure('d', 40, '3')]),
  ).toEqual([
    'B: 36.0 → 35.4 K, place 2–3 → 2',
    'D: new, 40.0 K, place 3',
    'C: no place any more, 2–3 before',
  ]);
  expect(versionChanges(was, [{ ...was[0]!, name: 'Fan A' }, was[1]!, was[2]!])).toEqual([
    'Fan A: called A before',
  ]);
});

const HOSTILE = [
  '<script>alert(1)</script>',
  '"><img src=x onerror=alert(1)>',
  '[x](javascript:alert(1))',
  '![x](https://example.org/a.png)',
  '=1+1',
  '@SUM(A1)',
  '\u202Eright to left',
  '\u0000a bell\u0007 and no letter\uFFFE',
  "' onload='x",
  ']]><svg onload=alert(1)>',
  'x'.repeat(5000),
];

test.each(HOSTILE)('a hostile text goes out as text in Markdown, pictures and tables: %#', (text) => {
  for (const html of [markdownHtml(text), markdownHtml(`# ${text}\n\n- ${text}`)]) {
    expect(html).not.toMatch(/<(script|img|svg|iframe)/i);
    expect(html).not.toMatch(/href="(javascript|data|vbscript):/i);
  }
  const entries = new Map([['a', { name: text, position: 0 }]]);
  const common = {
    entries,
    title: text,
    condition: text,
    source: text,
    decimals: 1,
    lit: new Set<string>(),
    alt: text,
  };
  const size = { width: 960, height: 540, scale: 1 };
  const svgs = [
    barsPicture(
      {
        ...common,
        unit: text,
        bars: [{ entry: 'a', place: '1', value: 3, interval95: 1, levelDb: 30, remark: text }],
      },
      size,
      PAPER,
    ),
    curvesPicture({ ...common, curves: [], xTitle: text, yTitle: text, rings: [], line: null }, size, NIGHT),
  ];
  for (const svg of svgs.map((picture) => markup(picture))) {
    expect(
      svg
        .match(/<[a-z]+/gi)!
        .every((tag) => /^<(svg|title|desc|rect|text|g|path|circle|polyline)$/.test(tag)),
    ).toBe(true);
    // As a file it is read as XML: each attribute has a value, and no sign that XML has not got stands in it.
    expect(svg).toMatch(/^(<\/?[a-z]+(\s[\w:-]+="[^"<]*")*\s*\/?>|[^<]+)+$/i);
    expect(svg).not.toMatch(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/);
  }
  const row = {
    entry: 'a',
    position: 0,
    name: text,
    maker: text,
    fans: text,
    place: '1',
    value: '3',
    interval95: '1',
    levelDb: '30',
  };
  const order: OrderTable = {
    ...{ heading: 'Rise, K', referenceHeading: '', sentences: [text], notPlaced: [], bridged: [] },
    rows: [{ ...row, layout: [], resistance: '', atReference: '', price: '', standing: text }],
  };
  expect(
    orderPlainHtml(order)
      .match(/<[a-z]+/gi)!
      .every((tag) => /^<(table|thead|tbody|tr|th|td)$/.test(tag)),
  ).toBe(true);
  expect(
    orderMarkdown(order)
      .split('\n')[2]!
      .match(/(?<!\\)\|/g),
  ).toHaveLength(10);
  for (const cell of orderCsv(order).split('\r\n')[1]!.split(',')) expect(cell).not.toMatch(/^"?[=@+]/);
  const data: ReportData = {
    ...{
      title: text,
      rigLine: text,
      by: { name: text, methodAt: 'https://example.org/method' },
      version: null,
      rules: text,
      summary: markdownHtml(text),
      method: [{ question: text, answer: text }],
    },
    parts: [
      { kind: 'ranking', title: text, html: markdownHtml(text), order },
      { kind: 'awards', title: text, html: '', given: [text], refused: [text] },
      {
        kind: 'entries',
        title: text,
        html: '',
        entries: [
          {
            name: text,
            position: 1,
            line: text,
            facts: [text],
            pros: [text],
            cons: [text],
            html: markdownHtml(text),
            photos: [],
          },
        ],
      },
    ],
    rig: [{ what: text, value: text }],
    setAside: [{ run: text, name: text, setting: text, reason: text }],
    changes: [{ run: text, at: text, who: text, what: text }],
    ...{ problems: [text], data: null, dataNote: text, answers: null },
  };
  const html = reportHtml(data, { text: new Uint8Array(1), headings: new Uint8Array(1) });
  expect(html).not.toMatch(/<script|<img|<iframe|href="(javascript|data:text)/i);
  expect(html).toContain(
    markup(h('p', null, text))
      .slice(3, -4)
      .slice(0, 40),
  );
  expect(reportHtml(data, { text: new Uint8Array(1), headings: new Uint8Array(1) })).toBe(html);
});

test('ticks are round and within, markers differ, and nothing is drawn as words', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -500, max: 500, noNaN: true }),
      fc.double({ min: 0.01, max: 1000, noNaN: true }),
      (min, span) => {
        const found = ticks(min, min + span, 6);
        expect(found.length).toBeLessThanOrEqual(9);
        for (const at of found) expect(at >= min - 1e-6 && at <= min + span + 1e-6).toBe(true);
      },
    ),
  );
  const marks = Array.from({ length: 8 }, (_, position) =>
    markup(h(Marker, { position, x: 5, y: 5, r: 4, colour: '#000' })),
  );
  expect(new Set(marks).size).toBe(8);
  const empty = {
    entries: new Map(),
    title: 't',
    condition: '',
    source: '',
    unit: 'K',
    decimals: 1,
    lit: new Set<string>(),
    alt: '',
  };
  const bare = markup(barsPicture({ ...empty, bars: [] }, { width: 100, height: 50, scale: 1 }, PAPER));
  expect(bare).toContain('No entry is ranked here');
  // An attribute without a value is none of XML's.
  expect(bare).toMatch(/^<svg( [\w:-]+="[^"]*")+>/);
});

test('what stands in a verdict’s sheet is what can be; each kind of part is one', () => {
  expect(verdictSheet.isValidSync(firstVerdict())).toBe(true);
  for (const kind of PART_KINDS)
    expect(verdictSheet.isValidSync({ ...firstVerdict(), parts: [newPart(kind)] })).toBe(true);
  const wrong = [
    { parts: [{ ...newPart('text'), kind: 'script' }] },
    { parts: [null] },
    { parts: [{ ...newPart('ranking'), what: { against: 'moon' } }] },
    { summary: 'x'.repeat(20_001) },
    { entries: [{ entry: 'a' }, { entry: 'a' }] },
    { entries: [null] },
    { entries: [{ entry: 'a', photos: [{ photo: '../../etc/passwd', alt: '' }] }] },
    { awards: [{ kind: 'cool', name: '', entry: 'a', reason: '' }] },
    { more: 1 },
  ];
  for (const part of wrong.slice(0, -1))
    expect(verdictSheet.isValidSync({ ...firstVerdict(), ...part })).toBe(false);
});
