import { groupBy } from '../statistics/groupBy';
import { median } from '../statistics/median';
import { offSpeedLine } from './offSpeedLine';

/** A run as far as a slip of the pen can be told of it by the others. */
export interface ReadRun {
  label: string;
  entry: string;
  load: string;
  setting: string;
  mount: number;
  pass: number;
  /** Null where no die was read. */
  riseK: number | null;
  roomC: number | null;
  /** As the meter read it, dB(A). */
  noiseDb: number;
  rpm: number | null;
  /** Day of the run; empty where nobody noted it. */
  day: string;
}

export interface Slip {
  kind: 'rise' | 'room' | 'level';
  says: string;
}

/** Further from every repeat than this many standard deviations of remounting is no scatter. */
const FAR_SIGMAS = 5;
const LEAST_RISE_K = 3;
/** Rooms of one evening stay within this of each other, K. */
const ROOM_K = 5;
/** The same fans at the same setting stay within this, dB: mounts move the meter's place a little. */
const LEVEL_DB = 3;
/** A level this much higher is another setting, and not the meter's scatter, dB. */
const LOUDER_DB = 1;
/** The evening, where nobody noted when a run was made: so many runs before it. */
const EVENING = 12;

const near = (others: readonly ReadRun[], value: number, of: (run: ReadRun) => number) =>
  others.reduce((a, b) => (Math.abs(of(b) - value) < Math.abs(of(a) - value) ? b : a));

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

function riseSlip(run: ReadRun, mine: readonly ReadRun[], limitK: number): Slip[] {
  const { riseK } = run;
  if (riseK === null) return [];
  const read = mine.filter((other) => other.load === run.load && other.riseK !== null);
  const repeats = read.filter((other) => same(other.setting, run.setting));
  if (repeats.length > 0) {
    const nearest = near(repeats, riseK, (other) => other.riseK!);
    if (Math.abs(nearest.riseK! - riseK) <= limitK * Math.sqrt(1 + 1 / repeats.length)) return [];
    const where = nearest.mount === run.mount ? `pass ${nearest.pass}` : `mount ${nearest.mount}`;
    return [
      {
        kind: 'rise',
        says: `a rise of ${riseK.toFixed(1)} K, where run ${nearest.label} (${where}) has ${nearest.riseK!.toFixed(1)} K at the same setting: is one of them a slip?`,
      },
    ];
  }
  // Without a repeat the sweep itself tells: more air is never much hotter.
  const sweep = read.filter((other) => other.mount === run.mount);
  const hotter = sweep.find(
    (other) => run.noiseDb > other.noiseDb + LOUDER_DB && riseK > other.riseK! + Math.SQRT2 * limitK,
  );
  const cooler = sweep.find(
    (other) => run.noiseDb < other.noiseDb - LOUDER_DB && riseK < other.riseK! - Math.SQRT2 * limitK,
  );
  const [quiet, loud] = hotter ? [hotter, run] : cooler ? [run, cooler] : [];
  if (!quiet || !loud) return [];
  const name = (which: ReadRun) => (which === run ? 'this run' : `run ${which.label}`);
  return [
    {
      kind: 'rise',
      says: `${name(loud)} is louder than ${name(quiet)} and hotter: ${loud.riseK!.toFixed(1)} K at ${loud.noiseDb} dB(A), ${quiet.riseK!.toFixed(1)} K at ${quiet.noiseDb} dB(A). Is one of them a slip?`,
    },
  ];
}

/** The others of its evening: of its day, or, where nobody noted one, of its mount, else the last that were made. */
function eveningOf(run: ReadRun, others: readonly ReadRun[]): readonly ReadRun[] {
  if (run.day !== '') return others.filter((other) => other.day === run.day);
  const mount = others.filter((other) => other.entry === run.entry && other.mount === run.mount);
  return mount.length > 0 ? mount : others.slice(-EVENING);
}

function roomSlip(run: ReadRun, others: readonly ReadRun[]): Slip[] {
  const { roomC } = run;
  if (roomC === null) return [];
  const evening = eveningOf(
    run,
    others.filter((other) => other.roomC !== null),
  );
  if (evening.length === 0) return [];
  const middle = median(evening.map((other) => other.roomC!));
  if (Math.abs(roomC - middle) <= ROOM_K) return [];
  const nearest = near(evening, middle, (other) => other.roomC!);
  return [
    {
      kind: 'room',
      says: `a room of ${roomC.toFixed(1)} °C, where run ${nearest.label} has ${nearest.roomC!.toFixed(1)} °C: is it a slip?`,
    },
  ];
}

function levelSlip(run: ReadRun, mine: readonly ReadRun[]): Slip[] {
  const { noiseDb, rpm } = run;
  const repeats = mine.filter((other) => same(other.setting, run.setting));
  if (repeats.length > 0) {
    const nearest = near(repeats, noiseDb, (other) => other.noiseDb);
    if (Math.abs(nearest.noiseDb - noiseDb) > LEVEL_DB)
      return [
        {
          kind: 'level',
          says: `a reading of ${noiseDb} dB(A), where run ${nearest.label} has ${nearest.noiseDb} dB(A) at the same setting: is it a slip?`,
        },
      ];
    return [];
  }
  if (rpm === null || !(rpm > 0)) return [];
  const spun = [...mine, run].filter((other) => other.rpm !== null && other.rpm > 0);
  const off = offSpeedLine(spun.map((other, i) => ({ run: i, rpm: other.rpm!, levelDb: other.noiseDb }))).get(
    spun.length - 1,
  );
  if (off === undefined) return [];
  const nearest = near(
    mine.filter((other) => other.rpm !== null),
    rpm,
    (other) => other.rpm!,
  );
  return [
    {
      kind: 'level',
      says: `${noiseDb} dB(A) at ${rpm} rpm, ${Math.abs(off).toFixed(1)} dB ${off > 0 ? 'over' : 'under'} its entry’s level–speed line (run ${nearest.label}: ${nearest.noiseDb} dB(A) at ${nearest.rpm} rpm): is it a slip?`,
    },
  ];
}

/**
 * What of a run is hardly scatter and mostly a slip, each with a sentence that names the other value: a rise further from every repeat
 * at its setting than five standard deviations of remounting (`sigmaK`, the rig's own), or hotter at a louder setting; a room over 5 K
 * from the evening's; a level over 3 dB from its repeats, or off its entry's level–speed line. `others` ascend by time and count.
 *
 * Example: A rise of 62 K where the other mount at 50 % has 38 K: one slip of the rise that names run and value.
 */
export function slips(run: ReadRun, others: readonly ReadRun[], sigmaK: number): Slip[] {
  const mine = others.filter((other) => other.entry === run.entry);
  const limitK = Math.max(LEAST_RISE_K, FAR_SIGMAS * sigmaK);
  return [...riseSlip(run, mine, limitK), ...roomSlip(run, others), ...levelSlip(run, mine)];
}

/**
 * The slips among runs that all count already, by their place in the list: of three repeats the one that stands alone is told, of two
 * both, since nobody knows which. `sigmaOf` gives the standard deviation of remounting at a load without an entry.
 *
 * Example: Rises of 38, 38.3 and 62 K at one setting: the third alone.
 */
export function slipsAmong(
  runs: readonly ReadRun[],
  sigmaOf: (load: string, entry: string) => number,
): Map<number, Slip[]> {
  const found = new Map<number, Slip[]>();
  const byEntry = groupBy(runs, (run) => run.entry);
  runs.forEach((run, at) => {
    const mine = byEntry.get(run.entry)!.filter((other) => other !== run);
    const limitK = Math.max(LEAST_RISE_K, FAR_SIGMAS * sigmaOf(run.load, run.entry));
    // Only repeats: what one run alone shows beside the sweep is told by the curve, where a louder setting that is no cooler is drawn.
    const repeats = mine.filter((other) => same(other.setting, run.setting));
    const told = [...riseSlip(run, repeats, limitK), ...(repeats.length > 0 ? levelSlip(run, repeats) : [])];
    if (told.length > 0) found.set(at, told);
  });
  // A sitting: its day, or the mount where nobody noted one.
  const sittings = groupBy(
    runs.map((run, at) => ({ run, at })),
    ({ run }) => (run.day === '' ? JSON.stringify([run.entry, run.mount]) : run.day),
  );
  for (const sitting of sittings.values())
    for (const { run, at } of sitting) {
      const rooms = roomSlip(
        run,
        sitting.flatMap((other) => (other.run === run ? [] : [other.run])),
      );
      if (rooms.length > 0) found.set(at, [...(found.get(at) ?? []), ...rooms]);
    }
  return found;
}
