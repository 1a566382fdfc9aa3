import { array, object, string, ValidationError, type InferType } from 'yup';
import { inOwnUnit, READING_QUANTITIES, type ReadingQuantity } from '@/core/responses/readingUnits';
import type { SpotReading } from '@/core/responses/spotReading';
import { bounded, finite, maybeText as text } from '@/contracts/sheets/fields';

const MOST_PLACES = 60;
const MOST_READINGS = 50;

/** Readings of one quantity at one place, in one unit. */
const placeReadings = object({
  quantity: string()
    .oneOf([...READING_QUANTITIES])
    .required() as ReturnType<typeof string>,
  place: text(100).required('where was it read?'),
  unit: text(20).required(),
  values: array(finite().required())
    .min(1, 'a reading was expected')
    .max(MOST_READINGS, 'at most ${max} readings at one place')
    .required(),
  /** Speed during these readings, where it was not the run's. */
  rpm: bounded('speedRpm').nullable().default(null),
}).noUnknown();

type PlaceReadings = InferType<typeof placeReadings>;

/** What is wrong with the rows together, or with a value in its unit; null where nothing is. */
function wrongRow(rows: readonly PlaceReadings[]): { at: number; message: string } | null {
  const seen = new Set<string>();
  for (const [at, { quantity, place, unit, values }] of rows.entries()) {
    const where = `${quantity}\n${place.trim()}`;
    if (seen.has(where))
      return { at, message: `${quantity} at ${place.trim()} is listed twice: its readings go in one row` };
    seen.add(where);
    for (const value of values) {
      const own = inOwnUnit(quantity as ReadingQuantity, value, unit);
      if ('wrong' in own) return { at, message: own.message };
    }
  }
  return null;
}

export const spotReadings = array(placeReadings)
  .max(MOST_PLACES, 'at most ${max} places of one run')
  .test('readings', (rows, context) => {
    // Runs before the rows themselves are checked: one of them may be nothing.
    const isShaped = rows?.every((row: PlaceReadings | null) => Array.isArray(row?.values)) ?? false;
    const wrong = isShaped ? wrongRow(rows as PlaceReadings[]) : null;
    return wrong === null || new ValidationError(wrong.message, rows, `${context.path}[${wrong.at}]`);
  });

/** The readings of all rows, in their quantities' own units. */
export function toSpotReadings(rows: readonly PlaceReadings[]): SpotReading[] {
  return rows.flatMap(({ quantity, place, unit, values, rpm }) =>
    values.map((value) => {
      const own = inOwnUnit(quantity as ReadingQuantity, value, unit);
      if ('wrong' in own) throw new RangeError(`toSpotReadings: ${own.message}`);
      return { quantity: quantity as ReadingQuantity, place: place.trim(), value: own.value, rpm };
    }),
  );
}
