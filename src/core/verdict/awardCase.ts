import type { EntryCurve } from '../curves/entryCurve';
import type { EntryDetail } from '@/core/judgement/measures/entryDetail';
import { interval95Share } from '@/core/judgement/measures/intervalShare';
import { priceFront } from '@/core/judgement/readers/priceFront';
import { bandScore95 } from '@/core/judgement/measures/measureIntervals';
import type { Outcome } from '../outcome';
import type { PlacedEntry } from '../ranking/rankAtLine';
import { RISE } from '../responses/responses';
import type { Brief } from '../brief/brief';
import type { AwardCase } from './awards';

/** The quietest place that a brief asks for: its quietest line, or the quiet end of its band where it has one line alone. */
export function quietLine({ noiseLinesDba, bandDba }: Pick<Brief, 'noiseLinesDba' | 'bandDba'>): number {
  return noiseLinesDba.length > 1 ? Math.min(...noiseLinesDba) : bandDba.from;
}

/** What awards are judged by, from the orders of a round-up and what is known of its entries. */
export function awardCase(given: {
  brief: Brief;
  lineDb: number;
  placed: readonly PlacedEntry[];
  placedQuiet: readonly PlacedEntry[];
  detail: ReadonlyMap<string, EntryDetail> | null;
  curves: readonly EntryCurve[];
  entries: readonly { entry: string; name: string; heightMm: number | null; price: Outcome<number> }[];
}): AwardCase {
  const { brief, placed, detail, curves, entries } = given;
  const byId = new Map(entries.map((entry) => [entry.entry, entry]));
  return {
    name: (entry) => byId.get(entry)?.name ?? entry,
    atLine: placed,
    atQuiet: given.placedQuiet,
    ...{ lineDb: given.lineDb, quietDb: quietLine(brief), unit: RISE.unit, decimals: RISE.decimals },
    heights: new Map(entries.map(({ entry, heightMm }) => [entry, heightMm])),
    heightLimitMm: brief.limits.heightMm,
    bandScores: placed.flatMap(({ entry, status }) => {
      const score = detail?.get(entry)?.bandScoreWPerK;
      const curve = curves.find((other) => other.entry === entry);
      if (!score?.known || !curve || status === 'throttled') return [];
      return [{ entry, value: score.value, interval95: bandScore95(curve, brief.bandDba) }];
    }),
    prices: placed.flatMap((entry) => {
      const price = byId.get(entry.entry)?.price;
      if (!price?.known || entry.status === 'throttled' || entry.resistanceKPerW === null) return [];
      const value = price.value * entry.resistanceKPerW;
      return [{ entry: entry.entry, value, interval95: value * interval95Share(entry) }];
    }),
    steps: priceFront(
      placed.flatMap((entry) => {
        const price = byId.get(entry.entry)?.price;
        return price?.known && entry.status !== 'throttled' ? [{ ...entry, price: price.value }] : [];
      }),
    ),
    currency: brief.limits.currency,
  };
}
