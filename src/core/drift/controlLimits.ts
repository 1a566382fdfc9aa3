export type ControlLimit = 'beyond-3' | 'mean-moved';

/** What speaks of a control, in words. */
export const CONTROL_LIMITS: readonly { id: ControlLimit; says: string }[] = [
  { id: 'beyond-3', says: 'far outside its usual scatter' },
  { id: 'mean-moved', says: 'the weighted mean of the last ones has moved' },
];

/**
 * How many of a hundred charts of a steady rig have spoken of nothing by their tenth and by their thirtieth control, both limits together:
 * of the chart as it runs, which learns mean and spread as it goes (simulated; a test does it again).
 */
export const FALSE_ALARMS = { byTenth: 3, byThirtieth: 11 } as const;

/** How much the newest weighs in the mean, and how many of its standard deviations it may move (Roberts 1959; Lucas & Saccucci 1990). */
const WEIGHT = 0.2;
const WIDTH = 2.962;

/** A weighted mean as it stands, of how many, and whether it lies beyond its limit. */
export interface WeightedMean {
  value: number;
  count: number;
  hasMoved: boolean;
}

export const NO_MEAN: WeightedMean = { value: 0, count: 0, hasMoved: false };

/**
 * The exponentially weighted mean with one more standardised value (EWMA), against its limit at so many. One that has moved goes on from its
 * limit, so that a rig that is put right is good again with its next control.
 *
 * @example weighted({ value: 0, count: 0, hasMoved: false }, 4).hasMoved → true
 */
export function weighted({ value, count }: WeightedMean, z: number): WeightedMean {
  const next = (1 - WEIGHT) * value + WEIGHT * z;
  const known = 1 - (1 - WEIGHT) ** (2 * (count + 1));
  const limit = WIDTH * Math.sqrt((WEIGHT / (2 - WEIGHT)) * known);
  const hasMoved = Math.abs(next) > limit;
  return { value: hasMoved ? Math.sign(next) * limit : next, count: count + 1, hasMoved };
}

/**
 * Which limits a control breaks: itself beyond three standard deviations, or the weighted mean of it and those before.
 *
 * @example brokenLimits(3.1, { value: 0, count: 0, hasMoved: false }) → ['beyond-3']
 */
export function brokenLimits(z: number, mean: WeightedMean): ControlLimit[] {
  return [
    ...(Math.abs(z) > 3 ? ['beyond-3' as const] : []),
    ...(mean.hasMoved ? ['mean-moved' as const] : []),
  ];
}
