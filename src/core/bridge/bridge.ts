import { known, unknown, type Outcome } from '../outcome';
import { fTail } from '@/core/statistics/distributions/fTail';
import { groupBy } from '../statistics/groupBy';
import { interval95 } from '../uncertainty/interval95';
import { plural } from '../words';
import { yorkFit, type DoubtedPoint, type YorkFit } from './yorkFit';

/** One entry at one operating point, measured on both sides; in the response's unit. */
export interface SharedPoint extends DoubtedPoint {
  entry: string;
  /** Load and setting. */
  point: string;
}

export interface LeftOutCheck extends SharedPoint {
  /** What the bridge of all other entries says of it, with the half-width of its 95 % interval. */
  predicted: number;
  interval95: number;
  holds: boolean;
}

export interface Bridge {
  fit: YorkFit;
  /** Uncertainties are widened by this where points scatter more than they should by themselves; 1 where not. */
  widened: number;
  /** Where it holds, on the scale of the source. */
  from: number;
  to: number;
  leftOut: LeftOutCheck[];
  entries: number;
  /** How many points it stands on. */
  points: number;
  /** An entry that one rig tells of otherwise than the other: it is no part of the bridge, and is never carried over. */
  apart: { entry: string; byUnits: number; z: number } | null;
}

const LEAST_POINTS = 3;
const LEAST_ENTRIES = 2;
/** Points that scatter so that one in a hundred bridges would: they fit no one line. */
const FITS = 0.01;
/** With fewer entries than this left, one that is an outlier is as likely to be right as the others. */
const ENTRIES_WITHOUT_ONE = 3;

/** What a bridge makes of a value, with its standard uncertainty: of the fit, and of the value through the slope (GUM 5.1). */
function carried(
  { fit, widened }: Pick<Bridge, 'fit' | 'widened'>,
  x: number,
  ux: number,
): { value: number; u: number } {
  const { intercept, slope, interceptU, slopeU, covariance } = fit;
  const ofFit = interceptU ** 2 + 2 * x * covariance + (x * slopeU) ** 2;
  return {
    value: intercept + slope * x,
    u: Math.sqrt(Math.max(0, ofFit) * widened ** 2 + (slope * ux) ** 2),
  };
}

/** The entry that stands farthest from the line of all others, its points together, in standard uncertainties. */
function farthest(points: readonly SharedPoint[]): { entry: string; z: number; byUnits: number } {
  let worst = { entry: '', z: 0, byUnits: 0 };
  for (const [entry, own] of groupBy(points, (point) => point.entry)) {
    const rest = points.filter((point) => point.entry !== entry);
    if (rest.length < 2 || new Set(rest.map(({ x }) => x)).size < 2) continue;
    const { intercept, slope } = yorkFit(rest);
    const [sum, weight] = own.reduce(
      ([s, w], { x, y, ux, uy }) => {
        const each = 1 / (uy ** 2 + (slope * ux) ** 2);
        return [s + each * (y - intercept - slope * x), w + each];
      },
      [0, 0],
    );
    const z = sum / Math.sqrt(weight);
    if (Math.abs(z) > Math.abs(worst.z)) worst = { entry, z, byUnits: sum / weight };
  }
  return worst;
}

/**
 * A bridge from one rig to another by what was measured on both: a line with errors in both (York 2004), checked by leaving out each
 * entry in turn. Refused from fewer than three points or two entries, and where the points fit no one line, with who is an outlier.
 *
 * Example: Three entries 2 K higher on the older rig at every setting: slope 1, intercept −2.
 */
export function bridgeOf(shared: readonly SharedPoint[]): Outcome<Bridge> {
  const whole = throughAll(shared);
  if (whole.known || !whole.worst) return whole;
  const rest = shared.filter(({ entry }) => entry !== whole.worst!.entry);
  if (new Set(rest.map(({ entry }) => entry)).size < ENTRIES_WITHOUT_ONE) return whole;
  const without = throughAll(rest);
  return without.known ? known({ ...without.value, apart: whole.worst }) : whole;
}

function throughAll(
  shared: readonly SharedPoint[],
): Outcome<Bridge> & { worst?: { entry: string; z: number; byUnits: number } } {
  const entries = new Set(shared.map(({ entry }) => entry)).size;
  if (shared.length < LEAST_POINTS || entries < LEAST_ENTRIES)
    return unknown(
      `needs three points of two entries on both rigs, has ${plural(shared.length, 'point')} of ${plural(entries, 'entry', 'entries')}: re-test more of them here`,
    );
  const xs = shared.map(({ x }) => x);
  const [from, to] = [Math.min(...xs), Math.max(...xs)];
  const spreadU = Math.sqrt(shared.reduce((sum, { ux }) => sum + ux ** 2, 0) / shared.length);
  if (to - from < 4 * spreadU)
    return unknown(
      'what both rigs have lies too close together: re-test entries that differ more, or other settings',
    );
  const fit = yorkFit(shared);
  if (!(fit.slope > 0))
    return unknown('what is higher on one rig is lower on the other: there is no bridge between them');
  const { chiSquare, freedom } = fit;
  const tail = freedom > 0 ? fTail(chiSquare / freedom, freedom, Infinity) : 1;
  const widened = Math.max(1, Math.sqrt(chiSquare / Math.max(1, freedom)));
  if (tail < FITS) {
    const worst = farthest(shared);
    return {
      ...unknown(
        `the points fit no single line: “${worst.entry}” is ${Math.abs(worst.byUnits).toFixed(1)} ${worst.byUnits > 0 ? 'above' : 'below'} that of the others, ${Math.abs(worst.z).toFixed(1)} times its standard error. The two rigs treat it differently (a spreader or a plate may be the bottleneck on one): measure such entries here, they cannot be bridged`,
      ),
      worst,
    };
  }
  const leftOut = [...groupBy(shared, ({ entry }) => entry)].flatMap(([entry, own]) => {
    const rest = shared.filter((point) => point.entry !== entry);
    if (rest.length < 2 || new Set(rest.map(({ x }) => x)).size < 2) return [];
    const without = yorkFit(rest);
    return own.map((point) => {
      const { value, u } = carried({ fit: without, widened }, point.x, point.ux);
      const half = interval95(Math.hypot(u, point.uy), Math.max(1, rest.length - 2));
      return { ...point, predicted: value, interval95: half, holds: Math.abs(value - point.y) <= half };
    });
  });
  return known({ ...{ fit, widened, from, to, leftOut, entries }, points: shared.length, apart: null });
}

export interface Bridged {
  value: number;
  /** Half-width of the 95 % interval. */
  interval95: number;
}

/**
 * A value of the source as the bridge carries it over, with the doubt of the fit and its own. Not beyond what both rigs have.
 *
 * Example: 52 K by a bridge that holds from 30 to 50 K: refused.
 *
 * @throws where the value or its uncertainty is no number
 */
export function bridgedValue(bridge: Bridge, x: number, ux: number): Outcome<Bridged> {
  if (!Number.isFinite(x) || !(ux >= 0))
    throw new RangeError(`bridgedValue: a value with its standard error was expected, got ${x} and ${ux}`);
  const { from, to, fit } = bridge;
  const room = 0.1 * (to - from);
  if (x < from - room || x > to + room)
    return unknown(
      `${x.toFixed(1)} lies outside of what both rigs have, ${from.toFixed(1)} to ${to.toFixed(1)}`,
    );
  const { value, u } = carried(bridge, x, ux);
  return known({ value, interval95: interval95(u, Math.max(1, fit.freedom)) });
}
