import type { Variant } from './planningSchemas';
import {
  blankFan,
  copiedLayout,
  entryProblem,
  isCovered,
  withLabFan,
  withSecondFan,
  type Entry,
} from '@/core/lineUp/entry';
import { blankProduct, type Product } from '@/core/lineUp/product';
import { blankSample, type Sample } from '@/core/lineUp/sample';
import { entryOwner } from '@/database/entryOwner';
import { insertEntryOf } from '@/database/labEntries';
import {
  citingProduct,
  findOrAddProducts,
  findOrAddSamples,
  firstEntries,
  insertEntries,
  removeCitation,
  setControl,
  setEntrySample,
  setEntrySamples,
} from '@/database/lineUp';
import { inTransaction, type Queryable } from '@/database/pool';
import { citeEntries, citeEntry } from '@/database/roundUps';
import { readSheets, writeFirstSheets, writeSheet } from '@/database/sheets';
import { refuseOnTheRig } from './bench/onTheRig';
import { codeOf } from './codeOf';
import { blankProductOf, lineUpOf, type LineUpEntry } from './lineUpView';
import { Refused } from './refusal';
import { entryColumns, syncEntry } from './saveSheet';

async function held(db: Queryable, roundUpId: number): Promise<LineUpEntry[]> {
  const { rowCount } = await db.query(`SELECT 1 FROM live_round_ups WHERE id = $1 FOR UPDATE`, [roundUpId]);
  if (rowCount === 0) throw new Refused('this round-up is not there any more');
  return lineUpOf(db, roundUpId);
}

function pick(lineUp: readonly LineUpEntry[], entryId: number): LineUpEntry {
  const found = lineUp.find((entry) => entry.entryId === entryId);
  if (!found) throw new Refused('this entry is not in the line-up any more');
  return found;
}

export interface NewEntry {
  product: Product;
  entry: Entry;
  sample: Sample | null;
  isControl: boolean;
}

/**
 * What is to be written of a product: what is given, over what the lab knows by the columns of its entries (a height and a price that came
 * with a bundle are not wiped by a name).
 */
async function knownProduct(db: Queryable, entryId: number | undefined, given: Product): Promise<Product> {
  const owner = entryId === undefined ? null : await entryOwner(db, entryId);
  if (!owner) return given;
  const known = Object.entries(blankProductOf(owner)).filter(([name, value]) => {
    const own = given[name as keyof Product];
    return value !== null && value !== '' && (own === null || own === '');
  });
  // A price is known in its own currency.
  const currency = given.price === null && owner.price !== null ? { currency: owner.currency } : {};
  return { ...given, ...Object.fromEntries(known), ...currency };
}

/** The sheets of products by their ids; those that have none yet are given what is known of them. */
async function productSheets(
  db: Queryable,
  products: readonly { productId: number; given: Product }[],
  who: string,
): Promise<Map<number, Product>> {
  const ids = products.map(({ productId }) => productId);
  const sheets = new Map<number, Product>();
  for (const [id, { body }] of await readSheets<Product>(db, 'product', ids)) sheets.set(id, body);
  const entries = await firstEntries(db, ids);
  const first: { kind: 'product'; owner: number; body: Product }[] = [];
  for (const { productId, given } of products) {
    if (sheets.has(productId)) continue;
    const body = await knownProduct(db, entries.get(productId), given);
    sheets.set(productId, body);
    first.push({ kind: 'product', owner: productId, body });
  }
  await writeFirstSheets(db, first, who);
  return sheets;
}

/** Two entries may stand on one sample, with other fans: it is added once. */
async function addSamples(
  db: Queryable,
  given: readonly { productId: number; entryId: number; sample: Sample }[],
  who: string,
): Promise<void> {
  const samples = await findOrAddSamples(
    db,
    given.map(({ productId, sample }) => ({ productId, label: sample.label })),
  );
  const first = new Map<number, Sample>();
  for (const [i, { id, isNew }] of samples.entries())
    if (isNew && !first.has(id)) first.set(id, given[i]!.sample);
  const sheets = [...first].map(([owner, body]) => ({ kind: 'sample' as const, owner, body }));
  await writeFirstSheets(db, sheets, who);
  await setEntrySamples(
    db,
    given.map(({ entryId }, i) => ({ entryId, sampleId: samples[i]!.id })),
  );
}

/**
 * Adds entries with what is known of their products and samples; sheets that are there already stay as they are. A few statements, however
 * many entries; the ids in their order.
 */
export async function addEntries(
  db: Queryable,
  roundUpId: number,
  entries: readonly (NewEntry & { code: string; position: number })[],
  who: string,
): Promise<number[]> {
  const productIds = await findOrAddProducts(
    db,
    entries.map(({ product }) => product),
  );
  const given = entries.map((entry, i) => ({ ...entry, productId: productIds[i]! }));
  const products = await productSheets(
    db,
    given.map(({ productId, product }) => ({ productId, given: product })),
    who,
  );
  const columns = given.map(({ productId, entry }) => ({
    productId,
    ...entryColumns(products.get(productId)!, entry),
  }));
  const ids = await insertEntries(db, columns);
  const added = given.map((entry, i) => ({ ...entry, entryId: ids[i]! }));
  const sheets = added.map(({ entryId, entry }) => ({ kind: 'entry' as const, owner: entryId, body: entry }));
  await writeFirstSheets(db, sheets, who);
  const sampled = added.flatMap(({ sample, ...entry }) => (sample ? [{ ...entry, sample }] : []));
  if (sampled.length > 0) await addSamples(db, sampled, who);
  await citeEntries(
    db,
    added.map(({ entryId, code, position, isControl }) => ({
      roundUpId,
      entryId,
      code,
      position,
      isControl,
    })),
  );
  for (const { entryId, productId, entry } of added) {
    const kind = products.get(productId)!.kind;
    // A layout is asked of the cases it is compared in, and what is covered has a code of its own: of few of them.
    if (entry.layout.length > 0 || isCovered(entry)) await syncEntry(db, entryId);
    const problem = entryProblem(kind, entry);
    if (problem) throw new Refused(problem, 'fans');
  }
  return ids;
}

/** Adds one entry, under a code that is free. */
async function addEntry(
  db: Queryable,
  roundUpId: number,
  entry: NewEntry,
  who: string,
  taken: { codes: ReadonlySet<string>; position: number },
): Promise<number> {
  const cited = { ...entry, code: codeOf(entry.product.name, taken.codes), position: taken.position };
  return (await addEntries(db, roundUpId, [cited], who))[0]!;
}

const takenBy = (lineUp: readonly LineUpEntry[]) => ({
  codes: new Set(lineUp.map((entry) => entry.code)),
  position: Math.max(-1, ...lineUp.map((entry) => entry.position)) + 1,
});

/** A new entry by the name of its product; the rest is filled in where it stands. */
export async function addByName(
  roundUpId: number,
  name: { name: string; maker: string; kind: Product['kind']; who: string },
): Promise<number> {
  return inTransaction(async (db) => {
    const lineUp = await held(db, roundUpId);
    const product = blankProduct({ name: name.name, maker: name.maker, kind: name.kind });
    const fan = blankFan({ name: name.name });
    const entry: Entry = {
      fans: name.kind === 'fan' || name.kind === 'case-layout' ? [fan] : [],
      coverName: '',
      revealed: false,
      extras: [],
      layout: [],
    };
    return addEntry(
      db,
      roundUpId,
      { product, entry, sample: null, isControl: lineUp.length === 0 },
      name.who,
      takenBy(lineUp),
    );
  });
}

/** The same product and sample once more, with the lab's fan or with a second one; or its layout, to be changed. */
export async function addVariant(
  roundUpId: number,
  variant: {
    entryId: number;
    variant: Variant;
    fanName: string;
    eachPrice: number | null;
    who: string;
  },
): Promise<number> {
  return inTransaction(async (db) => {
    const lineUp = await held(db, roundUpId);
    const from = pick(lineUp, variant.entryId);
    if (
      variant.variant === 'second-fan' &&
      from.entry.body.fans.length === 0 &&
      variant.fanName.trim() === ''
    )
      throw new Refused(
        'its fans are not noted: which fan does it have? Name it, and one more of it is added',
        'fanName',
      );
    if (variant.variant === 'copy') {
      const product = { ...from.product.body, name: variant.fanName.trim() };
      if (lineUp.some((entry) => entry.product.body.name === product.name))
        throw new Refused(`“${product.name}” is in this line-up already`, 'fanName');
      const copy = { product, entry: copiedLayout(from.entry.body), sample: null, isControl: false };
      return addEntry(db, roundUpId, copy, variant.who, takenBy(lineUp));
    }
    const body =
      variant.variant === 'lab-fan'
        ? withLabFan(from.entry.body, { name: variant.fanName, eachPrice: variant.eachPrice })
        : withSecondFan(from.entry.body, variant.fanName, variant.eachPrice);
    const taken = takenBy(lineUp);
    const { productId, product } = from;
    if (product.version === 0)
      await writeSheet(db, {
        kind: 'product',
        owner: productId,
        version: 0,
        body: product.body,
        who: variant.who,
        reason: '',
      });
    const entryId = await insertEntryOf(db, product.body);
    await writeSheet(db, { kind: 'entry', owner: entryId, version: 0, body, who: variant.who, reason: '' });
    await setEntrySample(db, entryId, from.sampleId);
    const suffix = variant.variant === 'lab-fan' ? 'lab-fan' : 'second-fan';
    const code = codeOf(`${from.code}-${suffix}`, taken.codes);
    await citeEntry(db, { roundUpId, entryId, code, position: taken.position, isControl: false });
    await syncEntry(db, entryId);
    return entryId;
  });
}

export interface EntryChange {
  /** False takes the entry out of the line-up; its runs stay in the lab. */
  cited?: { code: string; position: number; isControl: boolean } | false;
  isControl?: boolean;
  /** Notes a sample of its product. */
  sample?: string;
}

/** Changes how a round-up cites an entry. Gives back what undoes a removal. */
export async function changeEntry(
  roundUpId: number,
  entryId: number,
  change: EntryChange,
  who: string,
): Promise<{ removed: { code: string; position: number; isControl: boolean } | null }> {
  return inTransaction(async (db) => {
    const lineUp = await held(db, roundUpId);
    const { cited } = change;
    if (cited === false) {
      await refuseOnTheRig(db, roundUpId, pick(lineUp, entryId).code);
      return { removed: await removeCitation(db, roundUpId, entryId) };
    }
    if (cited) {
      if (lineUp.some((entry) => entry.entryId === entryId))
        throw new Refused('it is in the line-up already');
      if (!(await entryOwner(db, entryId))) throw new Refused('this entry is not in the lab any more');
      const taken = takenBy(lineUp);
      const isFree = lineUp.every((entry) => entry.position !== cited.position);
      const position = isFree ? cited.position : taken.position;
      const code = taken.codes.has(cited.code) ? codeOf(cited.code, taken.codes) : cited.code;
      await citeEntry(db, { roundUpId, entryId, code, position, isControl: cited.isControl });
      // Covered while it was out, its code is to be neutral, too.
      await syncEntry(db, entryId);
      return { removed: null };
    }
    const entry = pick(lineUp, entryId);
    if (change.isControl !== undefined) {
      if (change.isControl && entry.sample?.body.state === 'retired')
        throw new Refused('its sample is retired: a control is re-tested again and again');
      await setControl(db, roundUpId, entryId, change.isControl);
    }
    if (change.sample !== undefined) {
      const sample = blankSample(change.sample);
      await addSamples(db, [{ productId: entry.productId, entryId, sample }], who);
    }
    return { removed: null };
  });
}

/** Takes a product out of the lab; not while a round-up cites it. */
export async function deleteProduct(productId: number): Promise<void> {
  await inTransaction(async (db) => {
    const [title] = await citingProduct(db, productId);
    if (title) throw new Refused(`“${title}” cites it: take its entries out of that line-up first`);
    const { rows } = await db.query<{ runs: number }>(
      `SELECT count(*)::int AS runs FROM runs u JOIN entries e ON e.id = u.entry_id WHERE e.product_id = $1`,
      [productId],
    );
    if (rows[0]!.runs > 0) throw new Refused(`it has ${rows[0]!.runs} runs in the lab, which would be lost`);
    await db.query(`DELETE FROM entries WHERE product_id = $1`, [productId]);
    await db.query(`DELETE FROM samples WHERE product_id = $1`, [productId]);
    await db.query(`DELETE FROM products WHERE id = $1`, [productId]);
  });
}
