import { entryProblem, isCovered, type Entry } from '@/core/lineUp/entry';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import { entryOwner } from '@/database/lineUp/entryOwner';
import {
  findOrAddProducts,
  findOrAddSamples,
  firstEntries,
  insertEntries,
  setEntrySamples,
} from '@/database/lineUp/lineUp';
import type { Queryable } from '@/database/pool';
import { citeEntries } from '@/database/roundUps/roundUps';
import { readSheets, writeFirstSheets } from '@/database/lineUp/sheets';
import { blankProductOf } from './lineUpView';
import { Refused } from '../refusal';
import { entryColumns, syncEntry } from '../planning/saveSheet';

export interface NewEntry {
  product: Product;
  entry: Entry;
  sample: Sample | null;
  isControl: boolean;
}

/** With the id and the place that it is cited by. */
export type CitedNew = NewEntry & { code: string; position: number };

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
  for (const [id, { body }] of await readSheets(db, 'product', ids)) sheets.set(id, body);
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
export async function addSamples(
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
  entries: readonly CitedNew[],
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
