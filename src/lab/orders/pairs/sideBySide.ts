import type { SideColumn } from '@/core/ranking/sideColumn';
import { sideColumns, type SideAt, type SideOrder } from '@/core/ranking/sideColumns';
import { allValues, availableResponses, viewResponse, type ValueSource } from '@/lab/model/responseView';
import type { RoundUpView } from '@/lab/model/roundUpView';

/**
 * All that a round-up's entries were measured by: a column for each response, place and load.
 * @param given its values, where they are at hand: they are asked for at once, however many columns there are
 */
export async function viewSideBySide(
  view: RoundUpView,
  at: SideAt,
  given?: ValueSource,
): Promise<SideColumn[]> {
  const source = given ?? (await allValues(view));
  const { responses, placesOf } = await availableResponses(view);
  const orders: SideOrder[] = [];
  for (const { id, besideAll, atPlaces } of responses) {
    if (!besideAll && id !== 'level') continue;
    for (const place of atPlaces !== null ? placesOf(id) : [''])
      orders.push({
        ...(await viewResponse(view, { response: id, place: place || undefined }, source)),
        place,
      });
  }
  return sideColumns(
    view.entries.map(({ entry }) => entry),
    orders,
    at,
  );
}
