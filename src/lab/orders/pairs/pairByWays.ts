import { likelyAhead } from '@/core/judgement/pairs/likelyAhead';
import { headToHead, type PairRow } from '@/core/judgement/pairs/headToHead';
import { wayConditions } from '@/core/judgement/pairs/pairConditions';
import { pricePerUnit95 } from '@/core/judgement/readers/priceFront';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import type { Way } from '@/core/ranking/ways';
import type { Response } from '@/core/responses/responses';
import { pricedPlaces } from '../readers/pricedPlaces';
import { viewPrices } from '@/lab/lineUp/prices';
import { underCovers } from '@/lab/lineUp/shownLineUp';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { offerToSeparate, type SeparationOffer } from './separationOffer';

/** Two entries by every way to compare. */
export interface PairByWays {
  one: string;
  other: string;
  /** How far the one is ahead by each way, all judged together. */
  rows: PairRow[];
  /** At equal noise; null where either has no place there. */
  ahead: ReturnType<typeof likelyAhead> | null;
  /** How much more the one costs; null where a price is not known. */
  moreMoney: number | null;
  /** What each unit of the response costs that the dearer is ahead by at equal noise; null where it is not surely ahead. */
  perUnit95: [from: number, to: number] | null;
  currency: string;
}

/** Entries that tie at equal noise, and what would separate the first from the last of them. */
export interface TieByNoise {
  better: number;
  worse: number;
  first: string;
  last: string;
  unit: string;
  offer: SeparationOffer;
}

interface Asked {
  response: Response;
  load: string;
  lineDb: number;
}

/** The two in hand: those asked for as far as they are placed, else the first of the order at equal noise. */
function pairOf(ways: readonly Way[], asked: readonly string[]): readonly [string, string] | null {
  const placed = [...new Set(ways.flatMap(({ ranking }) => ranking.placed.map(({ entry }) => entry)))];
  const known = [...new Set([...asked.filter((entry) => placed.includes(entry)), ...placed])];
  return known.length < 2 ? null : [known[0]!, known[1]!];
}

/** Two entries by every way that ranks both; null where fewer than two are placed. */
export async function pairByWays(
  view: RoundUpView,
  ways: readonly Way[],
  { response: { name, unit, decimals, better }, lineDb }: Asked,
  wanted: readonly string[],
): Promise<PairByWays | null> {
  const pair = pairOf(ways, wanted);
  if (!pair) return null;
  const [one, other] = pair;
  const placed = ways.find(({ key }) => key === 'noise')?.ranking.placed ?? [];
  const [a, b] = pair.map((entry) => placed.find((each) => each.entry === entry));
  const priced = await viewPrices(view);
  const codes = underCovers(priced.map(({ entry }) => entry)).map(({ code }) => code);
  const [price, otherPrice] = pair.map((entry) => priced[codes.indexOf(entry)]?.price);
  const rows = headToHead(wayConditions(ways, pair, { unit, decimals, better, what: name, lineDb }));
  const moreMoney = price?.known && otherPrice?.known ? price.value - otherPrice.value : null;
  // By the same rule as Value, so that one step costs the same on both.
  const inOrder = pricedPlaces(
    priced.map(({ price }, i) => ({ entry: { code: codes[i]! }, price })),
    placed,
  );
  const [first, second] = pair.map((entry) => inOrder.find((each) => each.entry === entry));
  return {
    ...{ one, other, rows, moreMoney },
    ahead: a && b ? likelyAhead(a, b, better) : null,
    perUnit95: first && second ? pricePerUnit95(inOrder, first, second, better) : null,
    currency: view.brief.limits.currency,
  };
}

/** The first tie at equal noise with what would separate its first from its last; null where none is placed as one. */
export async function tieByNoise(
  view: RoundUpView,
  ways: readonly Way[],
  { response: { unit }, load }: Asked,
): Promise<TieByNoise | null> {
  const ranking = ways.find(({ key }) => key === 'noise')?.ranking;
  const bracket = ranking?.brackets[0];
  if (!ranking || !bracket) return null;
  const { better, worse } = bracket;
  const ends = [ranking.placed[better - 1]!, ranking.placed[worse - 1]!] as const satisfies PlacedEntry[];
  return {
    ...{ better, worse, unit, first: ends[0].entry, last: ends[1].entry },
    offer: await offerToSeparate(view, ends, { load, compared: ranking.placed.length, rows: 1 }),
  };
}
