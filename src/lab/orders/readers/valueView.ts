import { interval95Share } from '@/core/judgement/measures/intervalShare';
import { priceFront, type FrontStanding } from '@/core/judgement/readers/priceFront';
import type { DatedPrice } from '@/core/lineUp/prices';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import type { KeptSheet } from '@/database/lineUp/sheets';
import type { PricesSheet } from '@/contracts/sheets/pricesSheet';
import { pricedPlaces } from './pricedPlaces';
import { viewPrices } from '@/lab/lineUp/prices';
import { verdictOf, type VerdictQuery, type VerdictView } from '../verdictView';
import type { RoundUpView } from '@/lab/model/roundUpView';

export interface ValuedEntry {
  entry: string;
  entryId: number;
  sheet: KeptSheet<PricesSheet>;
  price: number | null;
  /** Why there is no price. */
  why: string;
  dated: DatedPrice | null;
  /** From the lowest to the highest price of the weeks before. */
  span: [number, number] | null;
  placed: PlacedEntry | null;
  /** What a W/K, or a unit of a response that is better higher, costs at the line; null where there is no such thing. */
  perUnit: { value: number; interval95: number } | null;
  standing: FrontStanding | null;
}

export interface ValueView {
  verdict: VerdictView;
  /** Unit of `perUnit`; empty where none is made. */
  perUnitOf: string;
  /** In the order at the line, those without a place last. */
  valued: ValuedEntry[];
}

/** What each entry of a round-up costs against what it does, by any response at a line. */
export async function viewValue(view: RoundUpView, query: VerdictQuery): Promise<ValueView> {
  const verdict = await verdictOf(view, query);
  const { ranking, shown } = verdict;
  const { better, throttles, unit } = shown.response;
  const priced = await viewPrices(view);
  const placedOf = new Map(ranking.placed.map((placed) => [placed.entry, placed]));
  const front = priceFront(pricedPlaces(priced, ranking.placed), better);
  const standingOf = new Map(front.map((standing) => [standing.entry, standing]));
  function perUnit(price: number | null, placed: PlacedEntry | undefined): ValuedEntry['perUnit'] {
    if (price === null || !placed) return null;
    const share = interval95Share(placed);
    if (throttles && placed.resistanceKPerW !== null)
      return { value: price * placed.resistanceKPerW, interval95: price * placed.resistanceKPerW * share };
    if (throttles || better === 'lower' || !(placed.value > 0)) return null;
    return { value: price / placed.value, interval95: (price / placed.value) * share };
  }
  const valued = priced.map(({ entry, sheet, price, dated, span }): ValuedEntry => {
    const amount = price.known ? price.value : null;
    const placed = placedOf.get(entry.code);
    return {
      ...{ entry: entry.code, entryId: entry.entryId, sheet, dated, span, placed: placed ?? null },
      ...{ price: amount, why: price.known ? '' : price.reason },
      perUnit: perUnit(amount, placed),
      standing: standingOf.get(entry.code) ?? null,
    };
  });
  valued.sort((a, b) => (a.placed?.place ?? Infinity) - (b.placed?.place ?? Infinity) || 0);
  return { verdict, perUnitOf: throttles ? 'W/K' : better === 'higher' ? unit : '', valued };
}
