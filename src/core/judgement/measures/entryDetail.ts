import type { EntryCurve } from '@/core/curves/entryCurve';
import type { PlacedEntry, Ranking } from '@/core/ranking/rankAtLine';
import { unknown, type Outcome } from '@/core/outcome';
import type { AirflowWall } from './airflowWall';
import { capacityW } from './capacity';
import { wallOf } from './curveWall';
import { bandMean, bandScore, knee, noiseToHold } from './perDecibel';
import { chanceFirst } from '../chanceFirst';

export interface DetailRule {
  loadW: number;
  /** Named programs and idle keep their measured watts: there K/W is not the rise on another scale. */
  fixedWatts: boolean;
  limitC: number;
  referenceAmbientC: number;
  band: { from: number; to: number };
  /** The entry whose rise at the line is to be held; null where there is no control with a place. */
  controlRiseK: number | null;
  /** A decibel is worth it while it lowers R by this share. */
  worth?: number | undefined;
  /** Of another response than the rise. */
  better?: 'lower' | 'higher';
  unit?: string;
}

/** What the curve of an entry says beyond its place at the line (FORMATS, Detail). */
export interface EntryDetail {
  /** The one rule of FORMATS step 9. */
  places: [number, number];
  /** The chance of being first, if the estimates and their doubt are all that is known. */
  chanceFirst: number;
  airflowIndependent: Outcome<AirflowWall>;
  bandScoreWPerK: Outcome<number>;
  /** Mean of the response over the band, in its unit. */
  bandMean: Outcome<number>;
  noiseToHoldDba: Outcome<number>;
  capacityW: Outcome<number>;
  kneeDba: Outcome<number>;
}

function heldAt(placed: PlacedEntry, rule: DetailRule): Outcome<number> {
  if (placed.resistanceKPerW === null) return unknown('no power flowed');
  return { known: true, value: capacityW(placed.resistanceKPerW, rule) };
}

/**
 * What curves say beyond the order at the line, for each placed entry in its order. `bySpeed` are the curves of the same load
 * against rpm.
 *
 * Example: An entry of 0.2 K/W at the line with a limit of 90 °C in 23 °C: a capacity of 331 W, its knee, its band score.
 */
export function entryDetails(
  ranking: Pick<Ranking, 'placed'>,
  curves: readonly EntryCurve[],
  bySpeed: readonly EntryCurve[],
  rule: DetailRule,
): Map<string, EntryDetail> {
  const firsts = chanceFirst(ranking.placed, rule.better);
  const noWatts = unknown('a named program, or idle: K/W is no scale of it');
  return new Map(
    ranking.placed.map((placed, i) => {
      const curve = curves.find((other) => other.entry === placed.entry)!;
      const speeds = bySpeed.find((other) => other.entry === placed.entry);
      const watts = <T>(made: () => Outcome<T>) => (rule.fixedWatts ? made() : noWatts);
      const detail: EntryDetail = {
        places: [placed.placeFrom, placed.placeTo],
        chanceFirst: firsts[i]!,
        airflowIndependent: watts(() => wallOf(speeds, rule.loadW)),
        bandScoreWPerK: watts(() => bandScore(curve, rule.band)),
        bandMean: bandMean(curve, rule.band),
        noiseToHoldDba:
          rule.controlRiseK === null
            ? unknown('no control has a place at the line')
            : noiseToHold(curve, rule.controlRiseK, rule.unit),
        capacityW: watts(() => heldAt(placed, rule)),
        kneeDba: watts(() => knee(curve, rule.worth)),
      };
      return [placed.entry, detail];
    }),
  );
}
