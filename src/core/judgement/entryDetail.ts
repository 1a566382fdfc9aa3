import { beyondMounts, type EntryCurve } from '../curves/entryCurve';
import type { PlacedEntry, Ranking } from '../ranking/rankAtLine';
import { unknown, type Outcome } from '../outcome';
import { largerSpread } from '../uncertainty/largerSpread';
import { airflowWall, type AirflowWall, type WallPoint } from './airflowWall';
import { capacityW } from './capacity';
import { bandMean, bandScore, knee, noiseToHold } from './perDecibel';
import { placeRanges } from './placeRanges';

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
  worth?: number;
  /** Of another response than the rise. */
  better?: 'lower' | 'higher';
  unit?: string;
}

/** What the curve of an entry says beyond its place at the line (FORMATS, Detail). */
export interface EntryDetail {
  places: [number, number];
  airflowIndependent: Outcome<AirflowWall>;
  bandScoreWPerK: Outcome<number>;
  /** Mean of the response over the band, in its unit. */
  bandMean: Outcome<number>;
  noiseToHoldDba: Outcome<number>;
  capacityW: Outcome<number>;
  kneeDba: Outcome<number>;
}

/** Settings as speeds and resistances, with what each has in doubt by itself and what its mounts share. */
function wallOf(curve: EntryCurve | undefined, loadW: number): Outcome<AirflowWall> {
  const points = (curve?.points ?? []).filter(
    ({ at, resistanceKPerW }) => at > 0 && resistanceKPerW !== null,
  );
  if (points.length === 0) return unknown('no speeds were read');
  const spreads = points.map((point) => largerSpread(point.spread, point.pooledSpread));
  const wallPoints = points.map((point, i): WallPoint => {
    const { pass } = spreads[i]!;
    return {
      rpm: point.at,
      resistanceKPerW: point.resistanceKPerW!,
      // What was still to come when a setting was read is in none of its passes' scatter.
      variance: pass.variance > 0 ? (pass.variance + point.shortfall ** 2 / 3) / loadW ** 2 : null,
      freedom: pass.freedom,
    };
  });
  const mount = spreads.reduce((most, spread) =>
    spread.mount.variance > most.mount.variance ? spread : most,
  );
  // A sensor that is off is off for the whole sweep: what its class leaves beyond remounting shifts the wall as a mount does.
  const sensorsK2 = Math.max(
    ...points.map((point) => beyondMounts(point.sensorVariance, mount.mount.variance)),
  );
  const shiftK2 = mount.mount.variance + sensorsK2;
  return airflowWall(wallPoints, shiftK2 / loadW ** 2, mount.mount.freedom);
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
  const places = placeRanges(ranking.placed, rule.better);
  const noWatts = unknown('a named program, or idle: K/W is no scale of it');
  return new Map(
    ranking.placed.map((placed, i) => {
      const curve = curves.find((other) => other.entry === placed.entry)!;
      const speeds = bySpeed.find((other) => other.entry === placed.entry);
      const watts = <T>(made: () => Outcome<T>) => (rule.fixedWatts ? made() : noWatts);
      const detail: EntryDetail = {
        places: places[i]!,
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
