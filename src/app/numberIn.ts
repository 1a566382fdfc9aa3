import { outOfBounds, type Bound } from '@/core/bounds';

export type Query = Record<string, string | string[] | undefined>;

/** A number of the address that can be; null where it is none. */
export function numberIn(asked: string | string[] | undefined, bound: Bound): number | null {
  const text = [asked].flat()[0];
  const value = text ? Number(text) : Number.NaN;
  return outOfBounds(bound, value) === null ? value : null;
}
