import type { CasePlace } from '@/core/cases/layout';
import { radiatorSide, roomInCase, type LabCase } from '@/core/cases/labCase';
import type { EntryCurve } from '@/core/curves/entryCurve';
import {
  missedLimits,
  missWords,
  NO_RADIATOR_ASKED,
  type Miss,
  type RoomLimits,
  type Sized,
} from '@/core/lineUp/roomLimits';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';
import { valueAtLine } from '@/core/curves/valueAtLine';
import type { Comparable } from '@/core/uncertainty/criticalDifference';
import { halfWidth, scaled } from '@/core/uncertainty/doubt';

/** A reader's machine, as far as they say; null where they leave it open. */
export interface Machine extends RoomLimits {
  watts: number;
  limitC: number;
  roomC: number;
  noiseDba: number;
  /** The case that it stands in, which says where a radiator goes; null where they name none. */
  room: LabCase | null;
}

/** An entry with what is known of its room and price, and its curve at the load nearest to the machine's. */
export interface Candidate extends Sized {
  entry: string;
  curve: EntryCurve;
}

export interface Advice {
  entry: string;
  /** Fits beyond its doubt; may fit, or may not; misses by what stands in `misses`. */
  status: 'fits' | 'open' | 'misses';
  /** The machine's watts are far from those that were measured: its figures are marked. */
  isExtrapolated: boolean;
  /** What it misses, or what leaves it open, in words. */
  misses: string[];
  /** The die in that room at that noise, °C, with the half-width of its 95 % interval; null where it was never that quiet. */
  dieC: number | null;
  interval95: number | null;
  /** How far under the limit it stays, K. */
  marginK: number | null;
  /** Its rise at the machine's watts as it compares with others of the rig, K. */
  rise: Comparable | null;
  /** What it is that loud at: under the wish where its fastest setting is quieter. */
  levelDb: number | null;
  /** Room that is left over it and over the memory, mm; null where one of the two is not known, or none is needed. */
  overMm: number | null;
  memoryOverMm: number | null;
  /** Where its radiator goes; null where it has none, or no side of the case takes it. */
  radiatorAt: CasePlace | null;
}

/** Which sides of a case take a radiator is known: then they decide, and not the reader's own figure. */
const knowsRadiators = (room: LabCase | null): room is LabCase =>
  room !== null && room.sides.some(({ radiatorMm }) => radiatorMm !== null);

/** What of room and money a machine lacks for an entry. */
function lacking(candidate: Candidate, machine: Machine): Miss[] {
  const { room } = machine;
  if (!knowsRadiators(room)) return missedLimits(candidate, machine);
  // The case tells where a radiator goes.
  const others = missedLimits(candidate, { ...machine, radiatorMm: null, radiatorDepthMm: null }).filter(
    (miss) => !('open' in miss && miss.open === NO_RADIATOR_ASKED),
  );
  if (!candidate.isLoop) return others;
  if (candidate.radiatorMm === null) return [{ open: 'radiator not recorded' }, ...others];
  return [...roomInCase(candidate, room).map((missed) => ({ missed })), ...others];
}

function roomLeft(
  candidate: Candidate,
  { heightMm, memoryMm, room }: Machine,
): Pick<Advice, 'overMm' | 'memoryOverMm' | 'radiatorAt'> {
  if (candidate.isLoop)
    return { overMm: null, memoryOverMm: null, radiatorAt: room && radiatorSide(candidate, room) };
  const left = (limit: number | null, value: number | null, sign: 1 | -1) =>
    limit === null || value === null || candidate.isCase ? null : sign * (limit - value);
  return {
    overMm: left(heightMm, candidate.heightMm, 1),
    memoryOverMm: left(memoryMm, candidate.memoryClearanceMm, -1),
    radiatorAt: null,
  };
}

/** K/W is taken as constant over the load. Above these multiples of the measured load that is marked, or refused. */
const MARKED_ABOVE = 1.3;
const REFUSED_ABOVE = 2;

/**
 * What an entry would do in a reader's machine: the die at the wished noise is room + R × watts, by R of the curve at the
 * nearest load (a cooler's K/W hardly hangs on its load). It fits only where every wish is kept beyond its doubt; what its
 * doubt leaves open is no recommendation. What sensors and meter of the rig share counts in full here: it is an absolute claim (DOUBT j).
 *
 * Example: 0.2 K/W ± 1 % for 150 W in 25 °C with a limit of 90 °C: 55 °C ± 0.3, a margin of 35 K; it fits.
 *
 * @throws where the watts are not positive, or the limit not over the room
 */
export function advise(candidate: Candidate, machine: Machine): Advice {
  const { watts, limitC, roomC, noiseDba } = machine;
  if (!(watts > 0)) throw new RangeError(`advise: watts must be positive, got ${watts}`);
  if (!(limitC > roomC))
    throw new RangeError(`advise: a limit of ${limitC} °C is not over a room of ${roomC} °C`);
  const { entry, curve } = candidate;
  const misses = lacking(candidate, machine);
  const found = valueAtLine(curve, noiseDba);
  let heat: Pick<Advice, 'dieC' | 'interval95' | 'marginK' | 'levelDb' | 'rise'> = {
    ...{ dieC: null, interval95: null, marginK: null, levelDb: null, rise: null },
  };
  let isExtrapolated = false;
  // The load of the curve: its rise stands at nominal watts, R × W.
  const measuredW = found.placed && found.resistanceKPerW !== null ? found.value / found.resistanceKPerW : 0;
  if (!found.placed || found.resistanceKPerW === null)
    misses.unshift({ missed: found.placed ? 'no power was read' : found.reason });
  else if (watts > REFUSED_ABOVE * measuredW)
    misses.unshift({ missed: `measured at ${measuredW.toFixed(0)} W: ${watts} W is too far beyond that` });
  else {
    isExtrapolated = watts > MARKED_ABOVE * measuredW;
    if (isExtrapolated)
      misses.unshift({ open: `measured at ${measuredW.toFixed(0)} W only: ${watts} W is an extrapolation` });
    const riseK = found.resistanceKPerW * watts;
    const factor = riseK / found.value;
    const interval95 =
      factor *
      Math.hypot(
        halfWidth(found.doubt),
        NORMAL_95 * found.shared,
        NORMAL_95 * found.watts,
        NORMAL_95 * (curve.sharedRiseK ?? 0),
      );
    const dieC = roomC + riseK;
    const marginK = limitC - dieC;
    const rise = {
      ...{ value: riseK, doubt: scaled(found.doubt, factor) },
      ...{ shared: found.shared * factor, watts: found.watts * factor },
    };
    heat = { dieC, interval95, marginK, levelDb: found.levelDb, rise };
    if (marginK < -interval95) misses.unshift({ missed: `${(-marginK).toFixed(1)} K over the limit` });
    else if (marginK < interval95)
      misses.unshift({
        open: `too close to the limit: ${marginK.toFixed(1)} ± ${interval95.toFixed(1)} K`,
      });
  }
  const isMissed = misses.some((miss) => 'missed' in miss);
  const status = isMissed ? 'misses' : misses.length > 0 ? 'open' : 'fits';
  return {
    entry,
    status,
    isExtrapolated,
    misses: missWords(misses),
    ...heat,
    ...roomLeft(candidate, machine),
  };
}
