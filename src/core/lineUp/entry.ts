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

/**
 * What the whole entry costs: the product for each of its pieces, the fans bought with it, brackets and cables; null where
 * the product has no price.
 *
 * @example entryPrice({ price: 59, packSize: 1 }, { ...blankEntry(), extras: [{ name: 'bracket', price: 4 }] }) → 63
 */
export function entryPrice(product: Pick<Product, 'price' | 'packSize'>, entry: Entry): number | null {
  if (product.price === null) return null;
  const fans = entry.fans.reduce((sum, fan) => sum + fan.count * (fan.eachPrice ?? 0), 0);
  const extras = entry.extras.reduce((sum, extra) => sum + extra.price, 0);
  return Math.round((product.price / product.packSize + fans + extras) * 100) / 100;
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
  if (name === '') throw new RangeError('withSecondFan: no fan is noted, and none is named');
  const own = blankFan({ name, direction: 'push', place: 'front' });
  const second = blankFan({ name, direction: 'pull', place: 'back', eachPrice });
  const fans = entry.fans.length > 0 ? entry.fans : [own];
  return { ...blankEntry(), fans: [...fans, second] };
}
