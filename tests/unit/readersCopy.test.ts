import fc from 'fast-check';
import { inflateSync, strFromU8 } from 'fflate';
import type { ReadersCopy } from '@/contracts/readersCopy';
import { unpack, type Packed } from '@/core/packed';
import { UnusableInput } from '@/formats/problem';
import { reportOf } from '@/lab/report/bundleReport';
import { readersAnswers } from '@/lab/report/reader/readersAnswers';
import { rankBundle } from '@/lab/model/rankBundle';
import { choiceHash, choiceOf, firstChoice, waysOf, type Choice } from '@/reader/choice';
import { fitsOf } from '@/reader/machine';
import { pairOf } from '@/reader/pair';
import { standingOf } from '@/reader/standing';
import { smallBundle } from '../support/bundles';
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

/** A round-up of so many entries at three loads, four settings and two mounts each, typed. */
function wide(entries: number): Map<string, Uint8Array> {
  const codes = Array.from({ length: entries }, (_, i) => i);
  const runs = codes.flatMap((i) =>
    [65, 120, 180].flatMap((watts) =>
      [1, 2].flatMap((mount) =>
        [700, 1000, 1400, 1900].map((rpm, k) => {
          // A little of its own for each, that no packing makes equal.
          const own = Math.sin(1000 * i + 10 * k + mount + watts);
          const rise = watts * (0.18 + 0.002 * i + 90 / rpm) + 0.1 * own;
          const level = 18 + 14 * k ** 0.8 + 0.05 * i + 0.2 * own;
          return [`r${i}-${watts}-${mount}-${k}`, `e${i}`, mount, 1, watts, `${rpm} rpm`]
            .concat([level.toFixed(2), '12.0', String(rpm), (22 + rise).toFixed(2), '22.0', String(watts)])
            .join(',');
        }),
      ),
    ),
  );
  return smallBundle((files) => {
    for (const path of [...files.keys()]) if (path.startsWith('traces/')) files.delete(path);
    files.set(
      'entries.csv',
      `entry,product,maker,kind,fans,fan_count,price,currency,height_mm,is_control\n${codes.map((i) => `e${i},Cooler ${i},Maker,air-tower,1 × 120 mm,1,${40 + i},EUR,${140 + (i % 30)},${i === 0}\n`).join('')}`,
    );
    files.set(
      'runs.csv',
      `run,entry,mount,pass,load_w,setting,noise_db,floor_db,rpm,cpu_c,ambient_c,power_w\n${runs.join('\n')}\n`,
    );
  });
}

test('a report of 60 entries answers within its weight; what has no room is left out, and told', async () => {
  const { write, bundle, orders } = await reportOf(wide(60));
  expect(bundle.problems).toEqual([]);
  const { html, data } = write(null);
  expect(html.length).toBeLessThanOrEqual(900 * 1024);
  const whole = data.answers!.figures.length + data.answers!.script.length;
  const within = (most: number) => {
    const { answers, note } = readersAnswers(bundle, orders, '', most);
    const weight = answers && answers.figures.length + answers.script.length;
    if (weight !== null) expect(weight).toBeLessThanOrEqual(most);
    return note;
  };
  expect(within(whole)).toBe('');
  // The level against the speed goes first, then loads.
  const first = within(whole - 2000);
  expect(first).toMatch(/^Only what is ranked first answers here/);
  expect(within(0.7 * whole)).toMatch(/^Only the first load/);
  expect(within(1000)).toMatch(/^This page answers nothing/);
}, 120_000);
