import type { EntryCurve } from '@/core/curves/entryCurve';
import { bareValueAt, valueAtLine } from '@/core/curves/valueAtLine';
import { pairDifference } from '@/core/ranking/pairDifference';

/** Where two curves change places: who is better below, and who above, each by more than what this test can separate. */
export interface Crossing {
  /** Where the curves themselves meet. */
  atDb: number;
  /** From where up to where the one is ahead without a gap, and the other: between the two they tie. */
  fromDb: number;
  belowDb: number;
  aboveDb: number;
  toDb: number;
  /** What both have there, in the response's unit. */
  value: number;
  below: string;
  above: string;
}

const STEP_DB = 0.1;

const valueAt = (curve: EntryCurve, levelDb: number) => bareValueAt(curve, levelDb)?.value ?? null;

/** Levels at which it is asked who is ahead of whom, dB. */
const ASKED_DB = 0.25;

/**
 * The crossings of curves inside a band of noise that are none of chance: where two change places and each leaves the simultaneous interval
 * of their difference on its own side of the crossing (FORMATS step 9). Points alone cross a dozen times among equals.
 *
 * Example: 45 to 36 K and 42 to 39 K over 30 to 36 dB(A), ± 0.3 K: they cross at 33, the second ahead up to 32.5, the first from 33.5.
 *
 * @param together how many entries are compared at once, where these curves are some of them, and in how many rows of one pair
 *
 * @throws where the band has no width
 */
export function crossings(
  curves: readonly EntryCurve[],
  band: { from: number; to: number },
  { compared = curves.filter(({ points }) => points.length > 0).length, rows = 1 } = {},
): Crossing[] {
  const met = meetings(curves, band);
  if (met.length === 0) return [];
  const { from, to } = band;
  const count = Math.ceil((to - from) / ASKED_DB);
  const levels = Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
  const inHand = new Set(met.flatMap(({ below, above }) => [below, above]));
  const asked = curves.filter(({ entry }) => inHand.has(entry));
  // Level by level: what all say of one another there is found once for each.
  const atLevels = levels.map((level) => asked.map((curve) => valueAtLine(curve, level)));
  const valuesOf = new Map(asked.map(({ entry }, i) => [entry, atLevels.map((values) => values[i]!)]));
  const sense = curves[0]?.rule.better === 'higher' ? -1 : 1;
  return met.flatMap((meeting): Crossing[] => {
    const [one, other] = [valuesOf.get(meeting.below)!, valuesOf.get(meeting.above)!];
    const others = met.filter(
      (m) =>
        m !== meeting && [m.below, m.above].every((entry) => [meeting.below, meeting.above].includes(entry)),
    );
    // Only as far as the next time that the same two meet.
    const least = Math.max(from, ...others.map(({ atDb }) => atDb).filter((at) => at < meeting.atDb));
    const most = Math.min(to, ...others.map(({ atDb }) => atDb).filter((at) => at > meeting.atDb));
    const isAhead = (i: number, side: 1 | -1) => {
      const [a, b] = [one[i]!, other[i]!];
      if (!a.placed || !b.placed || a.toppedOut || b.toppedOut) return false;
      const { difference, isOpen } = pairDifference(a, b, compared, rows);
      return !isOpen && side * sense * difference > 0;
    };
    const belowAt = levels.findLastIndex(
      (level, i) => level >= least && level <= meeting.atDb && isAhead(i, 1),
    );
    const aboveAt = levels.findIndex((level, i) => level <= most && level >= meeting.atDb && isAhead(i, -1));
    if (belowAt < 0 || aboveAt < 0) return [];
    let [fromAt, toAt] = [belowAt, aboveAt];
    while (fromAt > 0 && levels[fromAt - 1]! >= least && isAhead(fromAt - 1, 1)) fromAt -= 1;
    while (toAt + 1 < levels.length && levels[toAt + 1]! <= most && isAhead(toAt + 1, -1)) toAt += 1;
    const [fromDb, belowDb, aboveDb, toDb] = [fromAt, belowAt, aboveAt, toAt].map((i) => levels[i]!) as [
      ...[number, number, number, number],
    ];
    return [{ ...meeting, fromDb, belowDb, aboveDb, toDb }];
  });
}

/** Where curves meet and change their order, by their points alone. */
type Meeting = Pick<Crossing, 'atDb' | 'value' | 'below' | 'above'>;

/**
 * Where the difference of two changes its sign inside a band, quietest first, looked for in tenths of a decibel and bisected. Curves that
 * only touch do not cross.
 */
function meetings(curves: readonly EntryCurve[], band: { from: number; to: number }): Meeting[] {
  const { from, to } = band;
  if (!(to > from)) throw new RangeError(`crossings: a band from ${from} to ${to} dB(A) has no width`);
  const count = Math.ceil((to - from) / STEP_DB);
  const levels = Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
  const values = curves.map((curve) => levels.map((level) => valueAt(curve, level)));
  const sense = curves[0]?.rule.better === 'higher' ? -1 : 1;
  const found: Meeting[] = [];
  for (let a = 0; a < curves.length; a += 1)
    for (let b = a + 1; b < curves.length; b += 1) {
      let last: { sign: number; level: number } | null = null;
      for (const [i, level] of levels.entries()) {
        const [x, y] = [values[a]![i]!, values[b]![i]!];
        const sign = x === null || y === null ? 0 : Math.sign(x - y);
        if (sign === 0) {
          if (x === null || y === null) last = null;
          continue;
        }
        if (last && sign !== last.sign) {
          let [low, high] = [last.level, level];
          for (let j = 0; j < 20; j += 1) {
            const middle = 0.5 * (low + high);
            const gap = valueAt(curves[a]!, middle)! - valueAt(curves[b]!, middle)!;
            if (Math.sign(gap) === last.sign) low = middle;
            else high = middle;
          }
          const [worse, better] = [curves[a]!.entry, curves[b]!.entry];
          const [below, above] = sense * last.sign > 0 ? [better, worse] : [worse, better];
          found.push({ atDb: high, value: valueAt(curves[a]!, high)!, below, above });
        }
        last = { sign, level };
      }
    }
  return found.sort((one, other) => one.atDb - other.atDb);
}
