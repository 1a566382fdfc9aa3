import type { EntryCurve } from '../curves/entryCurve';
import { bareValueAt } from '../curves/valueAtLine';

/** Where two curves change places: who is better below that level, and who above. */
export interface Crossing {
  atDb: number;
  /** What both have there, in the response's unit. */
  value: number;
  below: string;
  above: string;
}

const STEP_DB = 0.1;

const valueAt = (curve: EntryCurve, levelDb: number) => bareValueAt(curve, levelDb)?.value ?? null;

/**
 * The crossings of curves inside a band of noise, quietest first: where the difference of two changes its sign, looked for in
 * tenths of a decibel and bisected. Curves that only touch do not cross.
 *
 * Example: 45 to 36 K and 42 to 39 K over 30 to 36 dB(A), straight: they cross at 33, the second better below.
 *
 * @throws where the band has no width
 */
export function crossings(curves: readonly EntryCurve[], band: { from: number; to: number }): Crossing[] {
  const { from, to } = band;
  if (!(to > from)) throw new RangeError(`crossings: a band from ${from} to ${to} dB(A) has no width`);
  const count = Math.ceil((to - from) / STEP_DB);
  const levels = Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
  const values = curves.map((curve) => levels.map((level) => valueAt(curve, level)));
  const sense = curves[0]?.rule.better === 'higher' ? -1 : 1;
  const found: Crossing[] = [];
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
