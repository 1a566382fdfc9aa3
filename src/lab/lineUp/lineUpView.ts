import {
  blankEntry,
  blankFan,
  entryPrice,
  fansText,
  isCovered,
  priceParts,
  priceWords,
  type Entry,
} from '@/core/lineUp/entry';
import { blankProduct, type Product, type ProductKind } from '@/core/lineUp/product';
import { variantNames } from '@/core/lineUp/variantNames';
import type { Sample } from '@/core/lineUp/sample';
import type { EntryOwner } from '@/database/lineUp/entryOwner';
import { listLineUp, type LineUpRow } from '@/database/lineUp/lineUp';
import { withDatabase, type Queryable } from '@/database/pool';

/** What the columns know of an entry and its product. */
type Outline = Omit<EntryOwner, 'entryId' | 'productId'>;

/** A product of which only the columns of a bundle are known. */
export function blankProductOf(outline: Outline): Product {
  // A bundle tells what the whole entry costs; of fans a product is one of them.
  const each = outline.kind === 'fan' ? Math.max(1, outline.fanCount ?? 1) : 1;
  return blankProduct({
    maker: outline.maker,
    name: outline.name,
    kind: outline.kind as ProductKind,
    revision: outline.revision,
    price: outline.price === null ? null : Math.round((outline.price / each) * 100) / 100,
    currency: outline.currency,
    heightMm: outline.heightMm,
  });
}

/** “2 × 140 mm” is two fans called 140 mm. */
export function blankEntryOf(outline: Pick<Outline, 'fans' | 'fanCount'>): Entry {
  if (outline.fans === '' && !outline.fanCount) return blankEntry();
  const named = /^(\d+)\s*[×x]\s*(.+)$/.exec(outline.fans);
  const count = outline.fanCount ?? (named ? Number(named[1]) : 1);
  if (count < 1) return blankEntry();
  const name = named && Number(named[1]) === count ? named[2]! : outline.fans || 'fan';
  return { ...blankEntry(), fans: [blankFan({ name, count })] };
}

/** An entry of the line-up with its sheets; version 0 where one was never written. */
export interface LineUpEntry {
  entryId: number;
  code: string;
  position: number;
  isControl: boolean;
  /** As pages call it: variants of one product have names of their own. */
  shownName: string;
  /** The product's own name, or its cover. */
  productName: string;
  covered: boolean;
  price: number | null;
  /** What it is made of, in words; empty where it is one price. */
  priceWords: string;
  runs: number;
  entry: { version: number; body: Entry };
  productId: number;
  product: { version: number; body: Product };
  sampleId: number | null;
  sample: { version: number; body: Sample } | null;
}

function lineUpEntry(row: LineUpRow): LineUpEntry {
  const outline = { ...row, name: row.productName };
  const product = row.product ?? { version: 0, body: blankProductOf(outline) };
  const entry = row.entry ?? { version: 0, body: blankEntryOf(outline) };
  const covered = isCovered(entry.body);
  const name = covered ? entry.body.coverName : product.body.name;
  return {
    entryId: row.entryId,
    code: row.code,
    position: row.position,
    isControl: row.isControl,
    shownName: name,
    productName: name,
    covered,
    price: row.entry || row.product ? entryPrice(product.body, entry.body) : row.price,
    priceWords: priceWords(priceParts({ ...product.body, name }, entry.body) ?? [], product.body.currency),
    runs: row.runs,
    entry,
    productId: row.productId,
    product,
    sampleId: row.sampleId,
    sample: row.sample,
  };
}

export async function lineUpOf(db: Queryable, roundUpId: number): Promise<LineUpEntry[]> {
  const lineUp = (await listLineUp(db, roundUpId)).map(lineUpEntry);
  const names = variantNames(
    lineUp.map(({ productName, covered, entry, sample }) => ({
      name: productName,
      covered,
      fans: fansText(entry.body),
      sample: sample?.body.label ?? '',
    })),
  );
  return lineUp.map((entry, i) => ({ ...entry, shownName: names[i]! }));
}

/** The line-up of a round-up, in its order. */
export function viewLineUp(roundUpId: number): Promise<LineUpEntry[]> {
  return withDatabase((db) => lineUpOf(db, roundUpId));
}
