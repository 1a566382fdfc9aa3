import { blankFan, copiedLayout, withLabFan, withSecondFan, type Entry } from '@/core/lineUp/entry';
import { blankProduct, type Product } from '@/core/lineUp/product';
import { blankSample } from '@/core/lineUp/sample';
import { entryOwner } from '@/database/lineUp/entryOwner';
import {
  citingProduct,
  countProductRuns,
  findOrAddProducts,
  firstEntries,
  listKnownProducts,
  removeCitation,
  removeProduct,
  setControl,
  type KnownProduct,
} from '@/database/lineUp/lineUp';
import { readSheet } from '@/database/lineUp/sheets';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { citeEntry, holdRoundUp } from '@/database/roundUps/roundUps';
import { addEntries, addSamples, type NewEntry } from './addEntries';
import { refuseOnTheRig } from '../bench/onTheRig';
import { codeOf } from './codeOf';
import { lineUpOf, type LineUpEntry } from './lineUpView';
import type { Variant } from '../planning/planningSchemas';
import { Refused } from '../refusal';
import { syncEntry } from '../planning/saveSheet';

async function held(db: Queryable, roundUpId: number): Promise<LineUpEntry[]> {
  if (!(await holdRoundUp(db, roundUpId))) throw new Refused('this round-up is not there any more');
  return lineUpOf(db, roundUpId);
}

function pick(lineUp: readonly LineUpEntry[], entryId: number): LineUpEntry {
  const found = lineUp.find((entry) => entry.entryId === entryId);
  if (!found) throw new Refused('this entry is not in the line-up any more');
  return found;
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

/** The sheet of the first entry that the lab has of a product; null where it has none. */
async function firstOf(db: Queryable, product: Product): Promise<Entry | null> {
  const [productId] = await findOrAddProducts(db, [product]);
  const entryId = (await firstEntries(db, [productId!])).get(productId!);
  return entryId === undefined ? null : ((await readSheet(db, 'entry', entryId))?.body ?? null);
}

/** A new entry by the name of its product; the rest is filled in where it stands. */
export async function addByName(
  roundUpId: number,
  name: { name: string; maker: string; kind: Product['kind']; sample?: string; who: string },
): Promise<number> {
  return inTransaction(async (db) => {
    const lineUp = await held(db, roundUpId);
    const product = blankProduct({ name: name.name, maker: name.maker, kind: name.kind });
    // A case has fans before anybody has said which.
    const fan = blankFan({ name: name.kind === 'fan' ? name.name : 'fan as sold' });
    // Another sample is the product as it is sold: with the fans that the first was noted with.
    const first = name.sample ? await firstOf(db, product) : null;
    const entry: Entry = {
      fans: first?.fans ?? (name.kind === 'fan' || name.kind === 'case-layout' ? [fan] : []),
      coverName: '',
      revealed: false,
      extras: [],
      layout: [],
    };
    return addEntry(
      db,
      roundUpId,
      {
        ...{ product, entry, isControl: lineUp.length === 0 },
        sample: name.sample ? blankSample(name.sample) : null,
      },
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
      throw new Refused('its fan is not recorded: name it, and a second one is added', 'fanName');
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
    const suffix = variant.variant === 'lab-fan' ? 'lab-fan' : 'second-fan';
    const cited = {
      product: from.product.body,
      entry: body,
      sample: from.sample?.body ?? null,
      isControl: false,
      code: codeOf(`${from.code}-${suffix}`, taken.codes),
      position: taken.position,
    };
    return (await addEntries(db, roundUpId, [cited], variant.who))[0]!;
  });
}

async function takeOut(db: Queryable, roundUpId: number, { entryId, code }: LineUpEntry) {
  await refuseOnTheRig(db, roundUpId, code);
  return removeCitation(db, roundUpId, entryId);
}

/** Takes entries out of the line-up together: all of them, or none. */
export async function takeOutEntries(roundUpId: number, entryIds: readonly number[]): Promise<void> {
  await inTransaction(async (db) => {
    const lineUp = await held(db, roundUpId);
    for (const entryId of entryIds) await takeOut(db, roundUpId, pick(lineUp, entryId));
  });
}

export interface EntryChange {
  /** False takes the entry out of the line-up; its runs stay in the lab. */
  cited?: { code: string; position: number; isControl: boolean } | false;
  isControl?: boolean | undefined;
  /** Notes a sample of its product. */
  sample?: string | undefined;
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
    if (cited === false) return { removed: await takeOut(db, roundUpId, pick(lineUp, entryId)) };
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
    const runs = await countProductRuns(db, productId);
    if (runs > 0) throw new Refused(`it has ${runs} runs in the lab, which would be lost`);
    await removeProduct(db, productId);
  });
}

export type { KnownProduct };

/** Products that a new entry can be another sample of. */
export const viewKnownProducts = (): Promise<KnownProduct[]> => withDatabase(listKnownProducts);
