import type { Brief } from '../brief/brief';
import type { ConfiguredSize } from './configuredSize';

export interface Sized extends Pick<ConfiguredSize, 'heightMm' | 'memoryClearanceMm'> {
  isLoop?: boolean;
  isCase?: boolean;
  radiatorMm?: number | null;
  price: number | null;
  currency: string;
}

/**
 * What of an entry does not fit the limits that readers have, in words; what nobody noted is told as not known. Empty
 * where all fits, or there is no limit.
 *
 * Example: A cooler of 168 mm against a limit of 160 mm: ‘168 mm high, 160 mm is the limit’; no limit: nothing.
 */
export function againstLimits(sized: Sized, limits: Brief['limits']): string[] {
  const told: string[] = [];
  const check = (
    limit: number | null,
    value: number | null,
    wrong: (a: number, b: number) => boolean,
    name: string,
    unit: string,
  ) => {
    if (limit === null) return;
    if (value === null) told.push(`${name} not recorded`);
    else if (wrong(value, limit)) told.push(`${name} ${value} ${unit}, limit ${limit} ${unit}`);
  };
  // A loop is held to the room for its radiator alone.
  if (sized.isLoop) check(limits.radiatorMm, sized.radiatorMm ?? null, (a, b) => a > b, 'radiator', 'mm');
  else if (!sized.isCase) {
    check(limits.heightMm, sized.heightMm, (a, b) => a > b, 'height', 'mm');
    check(limits.memoryMm, sized.memoryClearanceMm, (a, b) => a < b, 'room for memory', 'mm');
  }
  if (limits.budget !== null && sized.price !== null && sized.currency !== limits.currency)
    told.push(`price in ${sized.currency}, budget in ${limits.currency}`);
  else check(limits.budget, sized.price, (a, b) => a > b, 'price', limits.currency);
  return told;
}
