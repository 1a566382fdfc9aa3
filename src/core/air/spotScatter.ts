import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';
import { median } from '../statistics/median';
import { restatedSpot, type SpotReading } from '../responses/spotReading';

/** The readings of one quantity at one place of a run. */
export interface PlaceReadings {
  quantity: SpotReading['quantity'];
  place: string;
  readings: SpotReading[];
  /** Their mean, restated to the run's speed where it is. */
  mean: number;
  /** Standard deviation of one reading; null below two. */
  deviation: number | null;
  /** Which one is an outlier from the others; null where none does, or there is one alone. */
  apart: number | null;
  /** Speed of the readings where it was another than the run's, the last of them, rpm. */
  restatedFrom: number | null;
}

/** So far from the median of the others, in their own spread and at least in this share of it, a reading is an outlier. */
const APART_DEVIATIONS = 4;
const APART_SHARE = 0.05;
/** Makes a median deviation that of a normal distribution. */
const NORMAL_MAD = 1.4826;

/** Two readings of one place hardly differ by more than this ratio, and the odd one of three by less. */
const APART_RATIO = { two: 1.5, three: 1.25 };

const ratioOf = (a: number, b: number) => Math.abs(Math.log(a / b));

/** Of two or three readings, which people take: by their ratios, since they tell no spread. */
function oddOfFew(values: readonly number[]): number | null {
  if (values.length < 2 || values.some((value) => !(value > 0))) return null;
  const [a, b, c] = values as [number, number, number | undefined];
  if (c === undefined) return ratioOf(a, b) > Math.log(APART_RATIO.two) ? (a > b ? 0 : 1) : null;
  const off = values.map((value, i) => {
    const [one, other] = values.filter((_, j) => j !== i) as [number, number];
    return { away: ratioOf(value, Math.sqrt(one * other)), between: ratioOf(one, other) };
  });
  const worst = off.reduce((most, { away }, i) => (away > off[most]!.away ? i : most), 0);
  const { away, between } = off[worst]!;
  return away > Math.log(APART_RATIO.three) && away > 3 * between ? worst : null;
}

function standsApart(values: readonly number[]): number | null {
  if (values.length < 4) return oddOfFew(values);
  let worst = { at: -1, times: 0 };
  for (const [i, value] of values.entries()) {
    const others = values.filter((_, j) => j !== i);
    const centre = median(others);
    const spread = NORMAL_MAD * median(others.map((other) => Math.abs(other - centre)));
    const off = Math.abs(value - centre);
    const times = off / Math.max(spread, Number.EPSILON);
    if (off > APART_SHARE * Math.abs(centre) && times > APART_DEVIATIONS && times > worst.times)
      worst = { at: i, times };
  }
  return worst.at < 0 ? null : worst.at;
}

/**
 * Spot readings by quantity and place, with the scatter of each place and the reading that is an outlier: more than four
 * standard deviations (by the median deviation of the others, times 1.4826) and 5 % from their median. Two and three readings tell
 * no spread: there by their ratio. It is told and counts all the same: only the reviewer knows whether the probe slipped.
 *
 * Of 2.1, 2.1, 2.2, 2.1 and 3.4 m/s the last is an outlier.
 *
 * Example: Readings of 2.0, 2.1, 2.0, 2.1 and 3.4 m/s at one place: the last one is an outlier.
 */
export function spotScatter(readings: readonly SpotReading[], runRpm: number | null): PlaceReadings[] {
  return [...groupBy(readings, ({ quantity, place }) => `${quantity}\n${place}`).values()].map((here) => {
    const values = here.map((reading) => restatedSpot(reading, runRpm));
    const centre = mean(values);
    const squares = values.reduce((sum, value) => sum + (value - centre) ** 2, 0);
    const { quantity, place } = here[0]!;
    return {
      quantity,
      place,
      readings: here,
      mean: centre,
      deviation: here.length > 1 ? Math.sqrt(squares / (here.length - 1)) : null,
      apart: quantity === 'noise' ? null : standsApart(values),
      restatedFrom: here.findLast((reading) => restatedSpot(reading, runRpm) !== reading.value)?.rpm ?? null,
    };
  });
}
