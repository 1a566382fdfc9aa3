import { layoutProblem, type LayoutFan } from '../cases/layout';
import type { Product } from './product';

export interface EntryFan {
  name: string;
  count: number;
  /** push, pull, in or out; empty where it does not matter. */
  direction: string;
  place: string;
  /** Price of each where it is not part of the product; null where it is. */
  eachPrice: number | null;
  /** Where it is another than the product's own; null where it is not known. */
  thicknessMm: number | null;
  /** How much higher than usual it is clipped on, mm. */
  raisedMm: number | null;
}

/** What is bought beside product and fans: a bracket, a cable. */
export interface EntryExtra {
  name: string;
  price: number;
}

/** A sample as configured for test. */
export interface Entry {
  fans: EntryFan[];
  /** Stands in for maker and product on every page, chart and export until it is revealed. */
  coverName: string;
  revealed: boolean;
  extras: EntryExtra[];
  /** Of a layout in a case: each fan in its slot. */
  layout: LayoutFan[];
}

/**
 * @example blankEntry() → { fans: [], coverName: '', revealed: false, extras: [], layout: [] }
 */
export function blankEntry(): Entry {
  return { fans: [], coverName: '', revealed: false, extras: [], layout: [] };
}

/**
 * A fan of which only this is known.
 *
 * @example blankFan({ name: 'Brisa 140' }).count → 1
 */
export function blankFan(fan: Partial<EntryFan> & { name: string }): EntryFan {
  return { count: 1, direction: '', place: '', eachPrice: null, thicknessMm: null, raisedMm: null, ...fan };
}

/**
 * @example isCovered({ coverName: 'Fan A', revealed: false }) → true
 */
export function isCovered({ coverName, revealed }: Entry): boolean {
  return coverName.trim() !== '' && !revealed;
}

/**
 * @example fanCount({ fans: [{ count: 2 }, { count: 1 }] }) → 3
 */
export function fanCount({ fans }: Entry): number {
  return fans.reduce((sum, fan) => sum + fan.count, 0);
}

/**
 * Fans of an entry in words: “2 × Brisa 140, push, front”.
 *
 * @example fansText({ fans: [{ name: 'Brisa 140', count: 2, direction: 'push', place: 'front', isFitted: true,
 * eachPrice: null }] }) → '2 × Brisa 140, push, front'
 */
export function fansText({ fans }: Entry): string {
  return fans
    .map((fan) => [`${fan.count} × ${fan.name}`, fan.direction, fan.place].filter(Boolean).join(', '))
    .join('; ');
}

/** A part of what an entry costs: so many of it, at so much each. */
export interface PricePart {
  what: string;
  count: number;
  each: number;
}

type Priced = Pick<Product, 'name' | 'kind' | 'price' | 'packSize'>;

/**
 * What an entry's price is made of: the product, once, or of a fan as many as are fitted; the fans bought with it, brackets and cables.
 * Null where the product has no price.
 *
 * Example: Two fans of 9.90 EUR each: 2 × 9.90; a cooler of 59 with a bracket of 4: 59 and 4.
 */
export function priceParts(product: Priced, entry: Entry): PricePart[] | null {
  if (product.price === null) return null;
  // Of a fan the fans without a price of their own are the product itself.
  const own = entry.fans.reduce((sum, fan) => sum + (fan.eachPrice === null ? fan.count : 0), 0);
  const count = product.kind === 'fan' ? Math.max(1, own) : 1;
  return [
    { what: product.name, count, each: product.price / product.packSize },
    ...entry.fans.flatMap(({ name, count: fans, eachPrice }) =>
      eachPrice === null ? [] : [{ what: name, count: fans, each: eachPrice }],
    ),
    ...entry.extras.map(({ name, price }) => ({ what: name, count: 1, each: price })),
  ];
}

/**
 * What the whole entry costs; null where the product has no price.
 *
 * @example entryPrice({ name: 'Levante', kind: 'air-tower', price: 59, packSize: 1 }, { ...blankEntry(), extras: [{ name: 'bracket',
 * price: 4 }] }) → 63
 */
export function entryPrice(product: Priced, entry: Entry): number | null {
  const parts = priceParts(product, entry);
  return parts && Math.round(parts.reduce((sum, { count, each }) => sum + count * each, 0) * 100) / 100;
}

/**
 * The same in words: “2 × 9.90 = 19.80 EUR”, “Levante 60.00 + bracket 30.00 = 90.00 EUR”; empty where nothing is added up.
 *
 * @example priceWords([{ what: 'Racha 120', count: 2, each: 9.9 }], 'EUR') → '2 × 9.90 = 19.80 EUR'
 */
export function priceWords(parts: readonly PricePart[], currency: string): string {
  const [first] = parts;
  if (!first || (parts.length === 1 && first.count === 1)) return '';
  const said = parts.map(({ what, count, each }) => {
    const price = `${count > 1 ? `${count} × ` : ''}${each.toFixed(2)}`;
    return parts.length > 1 ? `${what} ${price}` : price;
  });
  const total = parts.reduce((sum, { count, each }) => sum + count * each, 0);
  return `${said.join(' + ')} = ${total.toFixed(2)} ${currency}`;
}

/**
 * What an entry cannot be, in words; null where it can.
 *
 * @example entryProblem('air-tower', blankEntry()) → null
 */
export function entryProblem(kind: Product['kind'], entry: Entry): string | null {
  if ((kind === 'fan' || kind === 'case-layout') && fanCount(entry) === 0)
    return `an entry of the kind “${kind === 'fan' ? 'fan' : 'case layout'}” needs at least one fan`;
  return layoutProblem(entry.layout);
}

/**
 * The same fans in the same slots, open and to be changed.
 *
 * @example copiedLayout({ ...blankEntry(), coverName: 'A' }) → blankEntry()
 */
export function copiedLayout({ fans, layout }: Entry): Entry {
  return { ...blankEntry(), fans, layout };
}

/**
 * The same product with the lab's fan on it, as many as it had.
 *
 * Example: An entry with two fans of its maker has two of the lab's in their place.
 */
export function withLabFan(entry: Entry, labFan: { name: string; eachPrice: number | null }): Entry {
  const count = Math.max(1, fanCount(entry));
  const [first] = entry.fans;
  const fan = blankFan({
    ...labFan,
    ...{ count, direction: first?.direction ?? 'push', place: first?.place ?? '' },
  });
  return { ...blankEntry(), fans: [fan] };
}

/**
 * The same entry with one fan more of the sort it has, to be bought. `fanName` says which that is where none is noted.
 *
 * Example: An entry with one ‘Brisa 140’ has two, the second one to be bought.
 *
 * @throws where neither says it
 */
export function withSecondFan(entry: Entry, fanName: string, eachPrice: number | null): Entry {
  const name = entry.fans[0]?.name ?? fanName.trim();
  if (name === '') throw new RangeError('withSecondFan: no fan is recorded, and none is named');
  const own = blankFan({ name, direction: 'push', place: 'front' });
  const second = blankFan({ name, direction: 'pull', place: 'back', eachPrice });
  const fans = entry.fans.length > 0 ? entry.fans : [own];
  return { ...blankEntry(), fans: [...fans, second] };
}
