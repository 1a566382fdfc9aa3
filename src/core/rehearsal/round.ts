import { LEVEL_LAW } from '@/core/curves/shape/speedLaw';
import type { MeasuredPoint } from '../curves/settings/measuredPoint';
import { coolerLevel } from '../levels/coolerLevel';
import type { Chance } from '../statistics/chance';

export type What = 'rise' | 'airspeed' | 'level';

/** A round-up as it is to be rehearsed: what is measured how often, and by what it truly scatters. */
export interface RehearsedDesign {
  entries: number;
  mounts: number;
  passes: number;
  settings: number;
  /** Standard deviation of a mount, K, of all or of each entry. */
  mountK: number | ((entry: number) => number);
  passK: number;
  /** Of a level as it is read at a setting of a mount, dB. */
  levelDb: number;
  /** What entries lie apart at the line, the best first, K. */
  gapK: number;
  /** Chance of a normal, or of what errors are drawn as. */
  error?: ((chance: Chance) => number) | undefined;
  /** Level of the room, dB(A), and by what it moves with every mount, or once for an entry, dB. */
  room?: { levelDb: number; withMountDb: number; withEntryDb: number } | undefined;
  /** What is measured: a rise or an airspeed against noise, or a level against speed; spreads are in K, in shares or in dB. */
  of?: What | undefined;
  /** Every mount of an entry on a day of its own with all others, or all of an entry’s on one day; what days move by, K. */
  day?: { movesK: number; interleaved: boolean } | undefined;
  /** Share of the cells that are missing. */
  missing?: number | undefined;
}

export const REHEARSED_LINE_DBA = 33;
/** A level stands against speed, at so many rpm. */
export const REHEARSED_RPM = 1000;
const WATTS = 190;
/** What is true of the best at the line: K, m/s, dB(A). */
const AT_LINE = { rise: 36, airspeed: 2, level: 33 };
const SILENT_ROOM = { levelDb: 5, withMountDb: 0, withEntryDb: 0 };
/** Quietest and loudest setting, dB(A), before they are shifted against the line. */
const FROM_DB = 27;
const TO_DB = 39;

/** Speed over that at 31 dB(A): 52 dB for each tenfold. */
const speedAt = (levelDb: number) => 10 ** ((levelDb - 31) / LEVEL_LAW.dbPerDecade);

/** A reading of what is true: off by so much, or by such a share of it. */
const readAs = (of: What, truth: number, off: number) =>
  of === 'airspeed' ? truth * (1 + off) : truth + off;

/** How an entry truly does by its level, through what it has at the line. */
function truthOf(of: What, atLine: number, chance: Chance): (levelDb: number) => number {
  if (of === 'rise') return riseOf(atLine, chance);
  if (of === 'airspeed') return (levelDb) => (atLine * speedAt(levelDb)) / speedAt(REHEARSED_LINE_DBA);
  return (levelDb) => atLine + levelDb - REHEARSED_LINE_DBA;
}

/** A rise by its level: R∞ + a·n^−b. */
function riseOf(atLineK: number, chance: Chance): (levelDb: number) => number {
  const air = WATTS * (0.07 + 0.04 * chance.uniform());
  const exponent = 0.6 + 0.4 * chance.uniform();
  const atLine = speedAt(REHEARSED_LINE_DBA) ** -exponent;
  return (levelDb) => atLineK + air * (speedAt(levelDb) ** -exponent - atLine);
}

/** A round-up as it could be measured, with what is true of each entry at the line, K. */
export interface RehearsedRound {
  entries: { entry: string; trueK: number }[];
  points: MeasuredPoint[];
}

/**
 * One round-up drawn: entries a gap apart at the line in rise, slopes and levels drawn, each read at its settings with the scatter of mounts,
 * passes and levels that the design has (DOUBT 5).
 *
 * Example: Six entries with two mounts of five settings: 60 points.
 */
export function rehearsedRound(design: RehearsedDesign, chance: Chance): RehearsedRound {
  const {
    entries,
    mounts,
    passes,
    settings,
    mountK,
    passK,
    levelDb,
    gapK,
    missing = 0,
    of = 'rise',
    day,
  } = design;
  const days = Array.from({ length: mounts }, () => (day?.interleaved ? day.movesK * chance.normal() : 0));
  const room = design.room ?? SILENT_ROOM;
  const error = design.error ?? ((source: Chance) => source.normal());
  const round: RehearsedRound = { entries: [], points: [] };
  const apart = settings > 1 ? (TO_DB - FROM_DB) / (settings - 1) : TO_DB - FROM_DB;
  for (let i = 0; i < entries; i += 1) {
    const entry = `e${String(i + 1).padStart(2, '0')}`;
    const trueK = AT_LINE[of] + i * gapK;
    const truth = truthOf(of, trueK, chance);
    const ofEntryDay = day && !day.interleaved ? day.movesK * chance.normal() : 0;
    const shiftDb = settings > 1 ? (chance.uniform() - 0.5) * Math.min(apart, 4) : 0;
    const ofEntryDb = room.withEntryDb * chance.normal();
    // It was noted at another time, as far off.
    const notedDb = room.withEntryDb * chance.normal();
    round.entries.push({ entry, trueK });
    for (let mount = 1; mount <= mounts; mount += 1) {
      const offsetK =
        (typeof mountK === 'number' ? mountK : mountK(i)) * error(chance) + ofEntryDay + days[mount - 1]!;
      const noted = room.levelDb + notedDb;
      const roomDb = noted + ofEntryDb + room.withMountDb * chance.normal();
      for (let setting = 0; setting < settings; setting += 1) {
        const trueDb = settings > 1 ? FROM_DB + setting * apart + shiftDb : REHEARSED_LINE_DBA;
        const readDb = trueDb + levelDb * chance.normal();
        if (missing > 0 && chance.uniform() < missing) continue;
        for (let pass = 1; pass <= passes; pass += 1)
          round.points.push({
            ...{ run: `${entry} ${mount} ${setting} ${pass}`, entry, mount, pass, setting: String(setting) },
            // The meter reads the room of the moment; its level was noted once.
            level: coolerLevel(10 * Math.log10(10 ** (readDb / 10) + 10 ** (roomDb / 10)), noted),
            rpm: (REHEARSED_RPM * speedAt(trueDb)) / speedAt(REHEARSED_LINE_DBA),
            settled: true,
            value: readAs(of, truth(trueDb), offsetK + passK * chance.normal()),
            resistanceKPerW: null,
            shortfall: 0,
            roomDoubtK: 0,
          });
      }
    }
  }
  return round;
}
