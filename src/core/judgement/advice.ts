import type { CasePlace } from '../cases/layout';
import { radiatorSide, roomInCase, type LabCase } from '../cases/labCase';
import type { EntryCurve } from '../curves/entryCurve';
import { NORMAL_95 } from '../statistics/normal';
import { valueAtLine } from '../curves/valueAtLine';
import type { Comparable } from '../uncertainty/criticalDifference';
import { halfWidth, scaled } from '../uncertainty/doubt';

/** A reader's machine, as far as they say; null where they leave it open. */
export interface Machine {
  watts: number;
  limitC: number;
  roomC: number;
  noiseDba: number;
  heightMm: number | null;
  memoryMm: number | null;
  budget: number | null;
  currency: string;
  /** The case that it stands in, which says where a radiator goes; null where they name none. */
  room: LabCase | null;
}

/** An entry with what is known of its room and price, and its curve at the load nearest to the machine's. */
export interface Candidate {
  entry: string;
  curve: EntryCurve;
  heightMm: number | null;
  memoryClearanceMm: number | null;
  radiatorMm: number | null;
  radiatorDepthMm: number | null;
  /** It fits by its radiator, which a machine without a case says nothing of. */
  isLoop: boolean;
  /** A case stands over no board. */
  isCase: boolean;
  price: number | null;
  currency: string;
}

export interface Advice {
  entry: string;
  /** Fits beyond its doubt; may fit, or may not; misses by what stands in `misses`. */
  status: 'fits' | 'open' | 'misses';
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

/** A wish that is surely kept, surely not, or cannot be told. */
type Judged = { missed: string } | { open: string } | null;

function judgedSize(
  name: string,
  value: number | null,
  limit: number | null,
  wrong: (value: number, limit: number) => number,
): Judged {
  if (limit === null) return null;
  if (value === null) return { open: `${name} not recorded` };
  const over = wrong(value, limit);
  return over > 0 ? { missed: `${name} misses by ${over} mm` } : null;
}

/** The radiator of a loop against the sides of the case; nothing where no case is named, or it says nothing of radiators. */
function judgedRadiator(candidate: Candidate, { room }: Machine): Judged[] {
  if (room === null || room.sides.every(({ radiatorMm }) => radiatorMm === null)) return [];
  if (candidate.radiatorMm === null) return [{ open: 'radiator not recorded' }];
  return roomInCase(candidate, room).map((missed) => ({ missed }));
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

function judgedPrice({ price, currency }: Candidate, machine: Machine): Judged {
  if (machine.budget === null) return null;
  if (price === null) return { open: 'price not recorded' };
  if (currency !== machine.currency)
    return { open: `price in ${currency}, the budget in ${machine.currency}` };
  const over = price - machine.budget;
  return over > 0 ? { missed: `${over.toFixed(2)} ${currency} over the budget` } : null;
}

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
  const judged: Judged[] = [
    ...(candidate.isLoop
      ? judgedRadiator(candidate, machine)
      : candidate.isCase
        ? []
        : [
            judgedSize('height', candidate.heightMm, machine.heightMm, (value, limit) => value - limit),
            judgedSize(
              'room for memory',
              candidate.memoryClearanceMm,
              machine.memoryMm,
              (value, limit) => limit - value,
            ),
          ]),
    judgedPrice(candidate, machine),
  ];
  const found = valueAtLine(curve, noiseDba);
  let heat: Pick<Advice, 'dieC' | 'interval95' | 'marginK' | 'levelDb' | 'rise'> = {
    ...{ dieC: null, interval95: null, marginK: null, levelDb: null, rise: null },
  };
  if (!found.placed || found.resistanceKPerW === null)
    judged.unshift({ missed: found.placed ? 'no power was read' : found.reason });
  else {
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
    if (marginK < -interval95) judged.unshift({ missed: `${(-marginK).toFixed(1)} K over the limit` });
    else if (marginK < interval95)
      judged.unshift({
        open: `too close to the limit: ${marginK.toFixed(1)} ± ${interval95.toFixed(1)} K`,
      });
  }
  const missed = judged.flatMap((wish) => (wish && 'missed' in wish ? [wish.missed] : []));
  const open = judged.flatMap((wish) => (wish && 'open' in wish ? [wish.open] : []));
  const status = missed.length > 0 ? 'misses' : open.length > 0 ? 'open' : 'fits';
  return { entry, status, misses: [...missed, ...open], ...heat, ...roomLeft(candidate, machine) };
}
