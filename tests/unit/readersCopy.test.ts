import fc from 'fast-check';
import { inflateSync, strFromU8 } from 'fflate';
import type { ReadersCopy } from '@/contracts/readersCopy';
import { unpack, type Packed } from '@/core/packed';
import { UnusableInput } from '@/formats/problem';
import { reportOf } from '@/lab/report/bundleReport';
import { rankBundle } from '@/lab/model/rankBundle';
import { choiceHash, choiceOf, firstChoice, waysOf, type Choice } from '@/reader/choice';
import { fitsOf } from '@/reader/machine';
import { pairOf } from '@/reader/pair';
import { standingOf } from '@/reader/standing';
import { doubtSamples, quantitySample, sampleOf } from '../support/samples';

/** A report with the figures that it answers from, read out of it as its script reads them. */
async function readReport(files: Map<string, Uint8Array>) {
  const { bundle, orders, write } = await reportOf(files);
  const { answers } = write(null).data;
  const text = strFromU8(inflateSync(Buffer.from(answers!.figures.split(',')[1]!, 'base64')));
  return { bundle, orders, copy: unpack(text as Packed<ReadersCopy>) };
}

const SAMPLES = [
  ['plain', () => sampleOf('tests/samples/plain')],
  ['traps', () => sampleOf('tests/samples/traps')],
  ['air', () => quantitySample('air')],
  ['sensors', () => quantitySample('sensors')],
  ['typed', () => quantitySample('typed')],
  ...doubtSamples().map(([name, files]) => [name, () => files] as const),
] as const;

const fractions = fc.double({ min: 0, max: 1, noNaN: true });

test.each(SAMPLES)(
  'a reader’s order of %s is that of the application, to the last digit shown',
  async (_, files) => {
    const { bundle, copy } = await readReport(files());
    const picks = copy.orders.flatMap((order) => order.loads.map((load) => ({ order, load })));
    fc.assert(
      fc.property(fc.constantFrom(...picks), fractions, ({ order, load }, fraction) => {
        const places = load.curves.flatMap(({ points }) => points.map(({ at }) => at));
        const span = [Math.min(...places) - 1, Math.max(...places) + 1] as const;
        const at = Number((span[0] + fraction * (span[1] - span[0])).toFixed(1));
        const { response, place, against } = order;
        const { decimals } = response;
        const own = rankBundle(bundle, {
          ...{ response: response.id, against, at, load: load.key, place: place || undefined },
        });
        const choice: Choice = {
          ...firstChoice(copy),
          ...{ response: response.id, place, load: load.key, at },
          way: against === 'sone' ? 'noise' : against,
        };
        const { ranking } = standingOf(copy, choice);
        const shown = ({ placed, notPlaced, brackets }: typeof own.ranking) => ({
          placed: placed.map((row) => [
            ...[row.entry, row.placeFrom, row.placeTo, row.status],
            ...[row.value.toFixed(decimals), row.interval95.toFixed(decimals), row.levelDb.toFixed(1)],
          ]),
          notPlaced,
          brackets: brackets.map(({ better, worse }) => [better, worse]),
        });
        expect(shown(ranking)).toEqual(shown(own.ranking));
      }),
      { numRuns: 12 },
    );
  },
);

test('what is chosen stands in the address and comes back; whatever an address says, there is a choice', async () => {
  const { copy } = await readReport(quantitySample('sensors'));
  const entries = copy.entries.map(({ entry }) => entry);
  const what = fc.constantFrom(...copy.orders).chain(({ response: { id }, place, loads }) =>
    fc.record({
      response: fc.constant(id),
      place: fc.constant(place),
      load: fc.constantFrom(...loads.map(({ key }) => key)),
      way: fc.constantFrom(...waysOf(copy, { response: id, place })),
    }),
  );
  const size = fc.option(fc.integer({ min: 1, max: 400 }));
  const machine = fc.record({
    ...{ watts: fc.integer({ min: 1, max: 400 }), roomC: fc.integer({ min: 0, max: 40 }) },
    ...{ limitC: fc.integer({ min: 60, max: 110 }), noiseDba: fc.integer({ min: 20, max: 60 }) },
    ...{ heightMm: size, memoryMm: size, radiatorMm: size, budget: size },
    socket: fc.string({ maxLength: 20 }),
  });
  const choice: fc.Arbitrary<Choice> = fc
    .tuple(
      what,
      fc.option(fc.integer({ min: 1, max: 60 })),
      fc.subarray(entries),
      fc.constantFrom('', ...entries),
      machine,
    )
    .map(([chosen, at, hidden, one, own]) => ({ ...chosen, at, hidden, one, other: '', machine: own }));
  fc.assert(
    fc.property(choice, (chosen) => expect(choiceOf(copy, `#${choiceHash(copy, chosen)}`)).toEqual(chosen)),
  );
  expect(choiceHash(copy, firstChoice(copy))).toBe('');
  const names = [
    'by',
    'load',
    'way',
    'at',
    'without',
    'one',
    'watts',
    'room',
    'limit',
    'noise',
    'height',
    'money',
  ];
  const odd = fc.array(fc.tuple(fc.constantFrom(...names), fc.oneof(fc.string(), fc.double().map(String))));
  fc.assert(
    fc.property(odd, (pairs) => {
      const query = new URLSearchParams(pairs.map(([name, value]): [string, string] => [name, value]));
      const chosen = choiceOf(copy, query.toString());
      expect(standingOf(copy, chosen).load.key).toBe(chosen.load);
      expect(fitsOf(copy, chosen.machine)!.advice.length).toBeGreaterThan(0);
    }),
  );
});

test('two entries are held against one another by all that both were measured by, as many conditions as the figures have', async () => {
  const { copy, orders } = await readReport(sampleOf('tests/samples/plain'));
  const [lead, next] = standingOf(copy, firstChoice(copy)).ranking.placed;
  const pair = pairOf(
    copy,
    { ...firstChoice(copy), one: lead!.entry, other: next!.entry },
    copy.noiseLinesDba[0]!,
  )!;
  expect(new Set(pair.rows.map(({ key }) => key)).size).toBe(pair.rows.length);
  // Held together with other conditions an interval is wider than that of the order alone, and the difference is the same.
  const alone = orders.figure({
    what: 'rise',
    entry: `${lead!.entry} less ${next!.entry}`,
    at: null,
    loadW: null,
  });
  const [, difference, interval95] = /^([\d.]+) ± ([\d.]+) K/.exec(alone.known ? alone.value : '')!;
  expect(Math.abs(pair.rows[0]!.lead).toFixed(1)).toBe(difference);
  expect(pair.rows[0]!.interval95).toBeGreaterThanOrEqual(Number(interval95));
  expect(pairOf(copy, { ...firstChoice(copy), one: lead!.entry, other: lead!.entry }, 33)).toBeNull();
});

test('a report of nothing that could be ranked has no script and says so', async () => {
  const files = sampleOf('tests/samples/plain');
  const head = new TextDecoder().decode(files.get('runs.csv')!).split('\n')[0]!;
  files.set('runs.csv', new TextEncoder().encode(`${head}\n`));
  const { write } = await reportOf(files).catch((error: unknown) => {
    if (error instanceof UnusableInput) throw new Error(JSON.stringify(error.problem));
    throw error;
  });
  const { html, data } = write(null);
  expect(data.answers).toBeNull();
  expect(html).not.toContain('<script');
  expect(html).toContain('No entry is ranked here.');
});
