import { isMissing } from '../missing';

/** Steps that a log can show by itself, in the sensor's unit, the coarsest first. */
const GRIDS = [1, 0.5, 0.25] as const;
/** Digits of a log that is written in decimals. */
const ROUNDING = 1e-6;
/** Scatter of more than this share of a step carries the mean between two of them. */
const DITHERED = 1 / 3;

/**
 * The step of a sensor as its own readings show it: all of them on a grid of 1, 0.5 or 0.25, with a scatter of under a third of it;
 * 0 where they show none that counts (DOUBT g). What lies within a step is then not seen, however long the mean.
 *
 * @example sensorStep([38, 38, 38, 38, 39, 38, 38, 38, 38, 38], 0, 10) → 1
 */
export function sensorStep(values: ArrayLike<number>, first: number, end: number): number {
  let count = 0;
  let sum = 0;
  let squares = 0;
  const onGrid = GRIDS.map(() => true);
  for (let i = first; i < end; i += 1) {
    const value = values[i]!;
    if (isMissing(value)) continue;
    count += 1;
    sum += value;
    squares += value * value;
    GRIDS.forEach((grid, g) => {
      if (onGrid[g] && Math.abs(value / grid - Math.round(value / grid)) > ROUNDING / grid) onGrid[g] = false;
    });
  }
  if (count === 0) return 0;
  const deviation = Math.sqrt(Math.max(0, squares / count - (sum / count) ** 2));
  const step = GRIDS.find((_, g) => onGrid[g]) ?? 0;
  return deviation < DITHERED * step ? step : 0;
}

/**
 * Standard uncertainty of a rise by the steps of the sensors that it is a difference of, K: s/√12 of each; none where a sensor was not
 * logged.
 *
 * @example stepUncertainty([null, null], 0, 10) → 0
 */
export function stepUncertainty(
  sensors: readonly (ArrayLike<number> | null)[],
  first: number,
  end: number,
): number {
  return (
    Math.hypot(...sensors.map((values) => (values ? sensorStep(values, first, end) : 0))) / Math.sqrt(12)
  );
}
