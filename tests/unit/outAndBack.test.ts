import fc from 'fast-check';
import { AGAINST } from '@/core/curves/curveRule';
import { blankEntry, blankFan, entryPrice } from '@/core/lineUp/entry';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { latestPrice, type DatedPrice } from '@/core/lineUp/prices';
import { blankProduct } from '@/core/lineUp/product';
import { coverAll, coverWords } from '@/core/lineUp/underCover';
import { AWARD_KINDS, PART_KINDS, type Verdict } from '@/core/verdict/verdictSheet';
import { readPrices } from '@/formats/bundle/tables/pricesTable';
import { readDataPackage } from '@/formats/bundle/dataPackage';
import { NO_PARTS } from '@/formats/bundle/planningParts';
import { pricesCsv } from '@/formats/bundle/tables/sideTables';
import { dataPackageJson } from '@/formats/bundle/writeBundle';
import { ProblemList, UnusableInput } from '@/formats/problem';
import { entrySheet, productSheet } from '@/contracts/sheets/lineUpSheets';
import { briefSheet } from '@/contracts/sheets/briefSheet';
import { defaultBrief } from '@/core/brief/brief';
import { editableSheet } from '@/lab/planning/planningSchemas';
import { publishRequest, shareRequest } from '@/lab/publish/schemas';
import { weightsIn } from '@/lab/orders/beyond/weightsView';
import { readWavHead, wavBlocks } from '@/formats/wav/readWav';
import { wavBytes } from '../support/wav';

/** A text that a sheet can keep: it is trimmed, and has no zero character and no half of one. */
const words = (most = 60) =>
  fc
    .string({ unit: 'grapheme', maxLength: most })
    .map((text) => text.replaceAll('\0', '').trim())
    .filter((text) => text.isWellFormed());
const name = fc.constantFrom('a', 'b', 'levante-own', 'x y');

const verdict: fc.Arbitrary<Verdict> = fc.record({
  summary: words(400),
  parts: fc.array(
    fc.record({
      kind: fc.constantFrom(...PART_KINDS),
      title: words(),
      body: words(200),
      what: fc.record({
        response: fc.constantFrom('rise', 'clock', 'airspeed'),
        place: words(20),
        against: fc.constantFrom(...AGAINST),
        at: fc.option(fc.integer({ min: 0, max: 3000 }).map((tenths) => tenths / 10)),
        load: fc.constantFrom('', '170', '140~render'),
      }),
    }),
    { maxLength: 8 },
  ),
  entries: fc.uniqueArray(
    fc.record({
      entry: name,
      pros: fc.array(words().filter(Boolean), { maxLength: 4 }),
      cons: fc.array(words().filter(Boolean), { maxLength: 4 }),
      note: words(200),
      photos: fc.array(
        fc.record({
          photo: fc.constantFrom('0123456789abcdef.png', 'fedcba9876543210.jpg', '00000000ffffffff.webp'),
          alt: words(),
        }),
        { maxLength: 3 },
      ),
    }),
    { selector: ({ entry }) => entry, maxLength: 4 },
  ),
  awards: fc.array(
    fc.record({
      kind: fc.constantFrom(...AWARD_KINDS),
      name: words().filter(Boolean),
      entry: name,
      reason: words(),
    }),
    { maxLength: 5 },
  ),
});

function packaged(of: Verdict) {
  const json = dataPackageJson(
    {
      ...{ name: 'n', title: 't', packageId: null, lab: null, beganAt: null, source: {} },
      rig: { name: 'Bench', enclosure: 'open', meterDistanceCm: 60, limitC: 90, powerAt: 'die' },
      method: { loadsW: [170], noiseLineDba: 33, windowS: 300, referenceAmbientC: 23 },
      planning: { ...NO_PARTS, verdict: of },
    },
    [],
    [],
    [],
  );
  return readDataPackage(new TextEncoder().encode(json));
}

test('whatever is written of a verdict goes out in a bundle and comes back', () => {
  fc.assert(
    fc.property(verdict, (written) => {
      const { planning, problems } = packaged(written);
      expect(problems).toEqual([]);
      expect(planning.verdict).toEqual(written);
    }),
  );
});

test('a verdict that cannot be is left out of what is read, and told by its place', () => {
  const broken = {
    summary: 'x',
    parts: [{ kind: 'fireworks' }],
    entries: [],
    awards: [],
  } as unknown as Verdict;
  const { planning, problems } = packaged(broken);
  expect(planning.verdict).toBeNull();
  expect(problems).toMatchObject([{ file: 'datapackage.json', column: 'abanico.verdict.parts[0].kind' }]);
});

const verdictEdit = editableSheet('verdict')!.edit;

const dated: fc.Arbitrary<DatedPrice> = fc.record({
  date: fc
    .date({ min: new Date('1995-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
    .map((day) => day.toISOString().slice(0, 10)),
  price: fc.integer({ min: 0, max: 99_999_999 }).map((cents) => cents / 100),
  currency: fc.constantFrom('EUR', 'USD', 'SEK'),
  region: words(30),
  inStock: fc.constantFrom(true, false, null),
  note: words(80),
});

test('prices go out and come back, whatever stands in their notes, formulas too', () => {
  fc.assert(
    fc.property(fc.array(dated, { minLength: 1, maxLength: 6 }), (prices) => {
      const problems = new ProblemList();
      const csv = pricesCsv([{ entry: 'a', prices }]);
      const back = readPrices(new TextEncoder().encode(csv), new Set(['a']), problems);
      expect(problems.list()).toEqual([]);
      expect(back.get('a')).toEqual(prices);
      for (const line of csv.split('\n').slice(1)) expect(line).not.toMatch(/,"?[=@]/);
    }),
  );
});

test('the newest price is one of those that are there, of the region asked for, and none is newer in stock', () => {
  fc.assert(
    fc.property(fc.array(dated, { maxLength: 8 }), words(10), (prices, region) => {
      const found = latestPrice(prices, region);
      const there = prices.filter(
        (price) => region.trim() === '' || price.region.toLowerCase() === region.trim().toLowerCase(),
      );
      expect(found === null).toBe(there.length === 0);
      if (!found) return;
      expect(there).toContain(found);
      const rivals = there.filter(({ inStock }) => inStock !== false || found.inStock === false);
      for (const { date } of rivals.filter(({ inStock }) => inStock !== false))
        expect(date <= found.date || found.inStock !== false).toBe(true);
      if (found.inStock !== false)
        for (const other of rivals) if (other.inStock !== false) expect(other.date <= found.date).toBe(true);
    }),
  );
});

test('the whole entry costs no less for what is bought beside it, and each part is counted', () => {
  const money = fc.integer({ min: 0, max: 50_000 }).map((cents) => cents / 100);
  fc.assert(
    fc.property(
      money,
      fc.array(money, { maxLength: 4 }),
      fc.array(money, { maxLength: 4 }),
      (own, fans, extras) => {
        const entry = {
          ...blankEntry(),
          fans: fans.map((eachPrice) => blankFan({ name: 'f', eachPrice })),
          extras: extras.map((price) => ({ name: 'bracket', price })),
        };
        const all = [own, ...fans, ...extras].reduce((sum, part) => sum + part, 0);
        expect(
          entryPrice({ name: 'Levante', kind: 'air-tower', price: own, packSize: 1 }, entry),
        ).toBeCloseTo(all, 2);
        expect(
          entryPrice({ name: 'Levante', kind: 'air-tower', price: null, packSize: 1 }, entry),
        ).toBeNull();
      },
    ),
  );
});

test('raising the fans never lowers an entry nor takes of the memory’s room', () => {
  const raised = fc.integer({ min: -30, max: 60 });
  fc.assert(
    fc.property(
      fc.array(raised, { minLength: 1, maxLength: 3 }),
      fc.integer({ min: 0, max: 40 }),
      (all, more) => {
        const tower = blankProduct({
          name: 't',
          kind: 'air-tower',
          heightMm: 150,
          memoryClearanceMm: 40,
          fanThicknessMm: 25,
        });
        const sized = (by: number) =>
          configuredSize(tower, {
            fans: all.map((raisedMm) => blankFan({ name: 'f', raisedMm: raisedMm + by })),
          });
        const [before, after] = [sized(0), sized(more)];
        expect(after.heightMm!).toBeGreaterThanOrEqual(before.heightMm!);
        expect(after.memoryClearanceMm!).toBe(before.memoryClearanceMm! + more);
        expect(before.heightMm!).toBeGreaterThanOrEqual(150);
      },
    ),
  );
});

test.each([
  [entrySheet, { fans: [{ name: 'f', count: 1, raisedMm: 300 }] }, 'over 200'],
  [entrySheet, { fans: [{ name: 'f', count: 1, thicknessMm: -1 }] }, 'cannot be negative'],
  [entrySheet, { extras: [{ name: '', price: 3 }] }, 'what was bought?'],
  [entrySheet, { extras: [{ name: 'cable' }] }, 'a price was expected'],
  [entrySheet, { extras: [null] }, 'cannot be null'],
  [productSheet, { name: 'p', kind: 'fan', radiatorMm: 9999 }, 'over 2000'],
  [productSheet, { name: 'p', kind: 'fan', sockets: 'x'.repeat(401) }, 'longer than 400'],
  [briefSheet, { ...defaultBrief(), rates: [{ currency: 'USD', rate: 0 }] }, 'a rate is over nothing'],
  [briefSheet, { ...defaultBrief(), rates: [{ currency: 'usd', rate: 1 }] }, 'a currency as EUR'],
  [
    briefSheet,
    {
      ...defaultBrief(),
      rates: [
        { currency: 'USD', rate: 1 },
        { currency: 'USD', rate: 2 },
      ],
    },
    'one currency is listed twice',
  ],
  [briefSheet, { ...defaultBrief(), rates: [null] }, 'cannot be null'],
  [briefSheet, { ...defaultBrief(), region: 'x'.repeat(41) }, 'longer than 40'],
  [publishRequest, { reason: '', embargoUntil: 'soon', seen: 0 }, 'a time was expected'],
  [publishRequest, { reason: '', embargoUntil: 5, seen: 0 }, 'a time was expected'],
  [publishRequest, { reason: '', embargoUntil: '2026-13-45', seen: 0 }, 'a time was expected'],
  [publishRequest, { reason: '', embargoUntil: '2026-02-30T10:00:00Z', seen: 0 }, 'a time was expected'],
  [verdictEdit, { version: 0, body: {} }, 'a sheet with its fields was expected'],
  [publishRequest, { reason: '', embargoUntil: '1890-01-01', seen: 0 }, 'a year from 1990 to 2100'],
  [publishRequest, { reason: '' }, 'which version was seen?'],
  [publishRequest, { reason: 'x'.repeat(2001), seen: 0 }, 'longer than 2000'],
  [shareRequest, { endsAt: {}, revoke: '' }, 'a time was expected'],
  [shareRequest, { endsAt: null, revoke: 'x'.repeat(101) }, 'longer than 100'],
] as const)(
  'what a sheet or a request of value and publishing cannot be is told: %#',
  (schema, body, message) => {
    expect(() => schema.validateSync(body)).toThrow(message);
  },
);

test('sheets of before, without the new fields, are read with nothing noted', () => {
  expect(entrySheet.validateSync({ fans: [{ name: 'f', count: 2 }] })).toMatchObject({
    extras: [],
    fans: [{ thicknessMm: null, raisedMm: null, count: 2 }],
  });
  expect(productSheet.validateSync({ name: 'p', kind: 'liquid' })).toMatchObject({
    sockets: '',
    radiatorMm: null,
    finsToMemoryMm: null,
  });
  const { region: _, rates: __, ...older } = defaultBrief();
  expect(briefSheet.validateSync(older)).toMatchObject({ region: '', rates: [] });
});

test('weights of an address are as many as there are points, none negative, all alike where nothing is said', () => {
  fc.assert(
    fc.property(
      fc.option(fc.string(), { nil: undefined }),
      fc.integer({ min: 1, max: 12 }),
      (text, count) => {
        const weights = weightsIn(text, count);
        expect(weights).toHaveLength(count);
        for (const weight of weights) expect(weight >= 0 && weight <= 1000).toBe(true);
        if (!text) expect(new Set(weights)).toEqual(new Set([1]));
      },
    ),
  );
  expect(weightsIn('2,0.5,x,,9', 5)).toEqual([2, 0.5, 0, 0, 9]);
});

test('under cover, no text of a verdict has the covered name left, and all else stays', () => {
  const covers = coverWords(
    [{ name: 'Sirocco 140', maker: 'Barlovento', coverName: 'Fan A', code: 'fan-a' }],
    ['Levante'],
  );
  fc.assert(
    fc.property(verdict, (written) => {
      const named = {
        ...written,
        summary: `${written.summary} sirocco-140 by BARLOVENTO`,
        parts: [
          ...written.parts,
          { ...written.parts[0]!, title: 'Sirocco 140', body: '{{rise Sirocco 140}}' },
        ],
      };
      const covered = coverAll(named, covers);
      expect(JSON.stringify(covered)).not.toMatch(/sirocco|barlovento/i);
      expect(covered.parts.at(-1)).toMatchObject({ title: 'Fan A', body: '{{rise Fan A}}' });
      expect(coverAll(written, covers)).toEqual(written);
    }),
  );
});

const readOf = (bytes: Uint8Array) => async (offset: number, length: number) =>
  Promise.resolve(bytes.subarray(Math.min(bytes.length, offset), Math.min(bytes.length, offset + length)));

async function samplesOf(bytes: Uint8Array, channel = 0): Promise<number[]> {
  const read = readOf(bytes);
  const head = await readWavHead('a.wav', read, bytes.length);
  const all: number[] = [];
  for await (const block of wavBlocks(head, read, channel)) all.push(...block);
  return all;
}

test('samples come back as they were written, to the step of their bits', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.double({ min: -0.999, max: 0.999, noNaN: true }), { minLength: 1, maxLength: 300 }),
      fc.constantFrom(
        { bits: 16 as const },
        { bits: 24 as const },
        { bits: 32 as const },
        { bits: 32 as const, isFloat: true },
        { bits: 64 as const, isFloat: true },
      ),
      fc.integer({ min: 1, max: 3 }),
      async (samples, shape, channels) => {
        const back = await samplesOf(wavBytes(Float64Array.from(samples), { ...shape, channels }));
        const step = shape.isFloat ? 1e-6 : 2 ** (1 - shape.bits);
        expect(back).toHaveLength(samples.length);
        back.forEach((value, i) => expect(Math.abs(value - samples[i]!)).toBeLessThanOrEqual(step));
      },
    ),
    { numRuns: 60 },
  );
});

test('whatever a file holds, a WAV is read or refused in words: nothing else happens', async () => {
  const sound = wavBytes(
    Float64Array.from({ length: 400 }, (_, i) => Math.sin(i)),
    { bits: 24, chunks: [['LIST', 5]] },
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(sound.length - 1), fc.integer({ min: 0, max: 255 })), { maxLength: 6 }),
      fc.integer({ min: 0, max: sound.length }),
      async (edits, length) => {
        const bytes = sound.slice(0, length);
        for (const [at, value] of edits) if (at < bytes.length) bytes[at] = value;
        try {
          const head = await readWavHead('a.wav', readOf(bytes), bytes.length);
          expect(head.frames).toBeGreaterThan(0);
          expect(head.offset).toBeLessThanOrEqual(bytes.length);
        } catch (error) {
          expect(error).toBeInstanceOf(UnusableInput);
          expect((error as Error).message).toMatch(/^a\.wav: .{5,}/);
        }
      },
    ),
    { numRuns: 400 },
  );
});
