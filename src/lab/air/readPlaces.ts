import { placesRead } from '@/core/brief/brief';
import type { ReadingQuantity } from '@/core/responses/readingUnits';
import { withDatabase } from '@/database/pool';
import { listPlaces } from '@/database/runs/runReadings';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';

/** Where a round-up's runs were read by hand, the most read first. */
export const readPlaces = memoized(async ({ roundUp }: RoundUpView) =>
  withDatabase((db) => listPlaces(db, roundUp.id)),
);

/** Places that a run can be typed at: those that were read, then those of the brief that nobody has read yet. */
export async function offeredPlaces(
  view: RoundUpView,
): Promise<{ quantity: ReadingQuantity; place: string }[]> {
  const read = (await readPlaces(view)).map(({ quantity, place }) => ({ quantity, place }));
  const isRead = (quantity: string, place: string) =>
    read.some((other) => other.quantity === quantity && other.place === place);
  const planned = placesRead(view.brief);
  return [...read, ...planned.filter(({ quantity, place }) => !isRead(quantity, place))];
}
