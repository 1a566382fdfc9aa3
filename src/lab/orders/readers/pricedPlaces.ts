import type { Priced } from '@/core/judgement/readers/priceFront';
import type { Outcome } from '@/core/outcome';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';

/** The placed entries whose price is known. What does not hold the load is bought for another one. */
export function pricedPlaces(
  priced: readonly { entry: { code: string }; price: Outcome<number> }[],
  placed: readonly PlacedEntry[],
): (PlacedEntry & Priced)[] {
  const placedOf = new Map(placed.map((each) => [each.entry, each]));
  return priced.flatMap(({ entry, price }) => {
    const found = placedOf.get(entry.code);
    return found && price.known && found.status !== 'throttled' ? [{ ...found, price: price.value }] : [];
  });
}
