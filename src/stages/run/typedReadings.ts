import { spotScatter, type PlaceReadings } from '@/core/air/spotScatter';
import { inOwnUnit, ownUnit, type ReadingQuantity } from '@/core/responses/readingUnits';
import type { SpotReading } from '@/core/responses/spotReading';
import { groupBy } from '@/core/statistics/groupBy';
import { typedNumber } from '@/ui/typedNumber';

/** A place as it is typed: its readings in one cell, space between. */
export interface TypedPlace {
  quantity: ReadingQuantity;
  place: string;
  unit: string;
  values: string;
  rpm: string;
  /** What and where are given: only the readings are typed. */
  isGiven: boolean;
}

/** What is sent of a place. */
export interface SentPlace {
  quantity: ReadingQuantity;
  place: string;
  unit: string;
  values: number[];
  rpm: number | null;
}

export const emptyPlace = (quantity: ReadingQuantity, place: string): TypedPlace => ({
  ...{ quantity, place, unit: ownUnit(quantity), values: '', rpm: '', isGiven: place !== '' },
});

/** Numbers of a cell, spaces or semicolons between them; null where one is none. */
function numbersIn(text: string): number[] | null {
  const words = text.split(/[\s;]+/).filter(Boolean);
  const numbers = words.map(typedNumber);
  return numbers.some((number) => number === null) ? null : (numbers as number[]);
}

/** The places that have readings, or what is wrong and where; places without any are passed over. */
export function sentPlaces(
  typed: readonly TypedPlace[],
): { places: SentPlace[] } | { at: number; wrong: string } {
  const places: SentPlace[] = [];
  for (const [at, { quantity, place, unit, values, rpm }] of typed.entries()) {
    if (values.trim() === '') continue;
    const where = place.trim();
    if (where === '') return { at, wrong: `${quantity}: where was it read?` };
    const numbers = numbersIn(values);
    if (numbers === null)
      return { at, wrong: `${where}: numbers with a space between, got “${values.trim()}”` };
    for (const number of numbers) {
      const own = inOwnUnit(quantity, number, unit);
      if ('wrong' in own) return { at, wrong: `${where}: ${own.message}` };
    }
    const speed = rpm.trim() === '' ? null : typedNumber(rpm);
    if (rpm.trim() !== '' && speed === null)
      return { at, wrong: `${where}, rpm: not a number: “${rpm.trim()}”` };
    places.push({ quantity, place: where, unit, values: numbers, rpm: speed });
  }
  return { places };
}

/** How the readings of a place scatter, while they are typed; null where there are none yet. */
export function scatterOf({ quantity, place, unit, values }: TypedPlace): PlaceReadings | null {
  const numbers = numbersIn(values);
  if (!numbers || numbers.length === 0) return null;
  const readings = numbers.flatMap((number): SpotReading[] => {
    const own = inOwnUnit(quantity, number, unit);
    return 'wrong' in own ? [] : [{ quantity, place, value: own.value, rpm: null }];
  });
  return spotScatter(readings, null)[0] ?? null;
}

/** Kept readings as they would be typed, places in their order. */
export function asTyped(readings: readonly SpotReading[]): TypedPlace[] {
  const places = groupBy(readings, ({ quantity, place, rpm }) => `${quantity}\n${place}\n${rpm}`);
  return [...places.values()].map((here) => ({
    ...emptyPlace(here[0]!.quantity, here[0]!.place),
    values: here.map(({ value }) => Number(value.toPrecision(6))).join('  '),
    rpm: here[0]!.rpm === null ? '' : String(here[0]!.rpm),
  }));
}
