import { missedLimits, missWords, NO_LIMITS, type RoomLimits, type Sized } from './roomLimits';

/** What a ranking leaves out: entries that miss limits of room and money, or do not hold a heat; null where it asks nothing. */
export interface FitFilter extends RoomLimits {
  /** Heat that must be held at the line, W. */
  watts: number | null;
  /** The die's limit and the room that it is held in, °C; null for the rig's limit and the reference room. */
  limitC: number | null;
  roomC: number | null;
}

export const NO_FILTER: Omit<FitFilter, 'currency'> = {
  ...NO_LIMITS,
  ...{ watts: null, limitC: null, roomC: null },
};

/**
 * What a filter asks, in a few words each.
 *
 * @example filterWords({ ...NO_FILTER, currency: 'EUR', heightMm: 155 }) → ['a height of 155 mm']
 */
export function filterWords(filter: FitFilter): string[] {
  const { watts, limitC, roomC, socket, budget } = filter;
  const size = (value: number | null, words: string) => (value === null ? [] : [`${words} ${value} mm`]);
  return [
    ...(watts === null
      ? []
      : [
          [
            `${watts} W`,
            roomC === null ? '' : `in ${roomC} °C`,
            limitC === null ? '' : `with a limit of ${limitC} °C`,
          ]
            .filter(Boolean)
            .join(' '),
        ]),
    ...size(filter.heightMm, 'a height of'),
    ...size(filter.memoryMm, 'memory of'),
    ...size(filter.fanThicknessMm, 'fans of'),
    ...size(filter.radiatorMm, 'a radiator of'),
    ...size(filter.radiatorDepthMm, 'a depth with fans of'),
    ...(socket === '' ? [] : [`socket ${socket}`]),
    ...(budget === null ? [] : [`${budget} ${filter.currency}`]),
  ];
}

/** The heat that an entry holds at the line under a filter's own limit and room, W, with the half-width of its 95 % interval. */
export interface HeldHeat {
  capacityW: number;
  interval95: number;
}

/**
 * Why an entry is left out of a ranking by a filter, in words; empty where it stays. What is not known of it leaves it out,
 * too, since it may not fit; and so does a heat that lies within its interval of what is asked.
 *
 * Example: An entry that holds 210 ± 8 W of 250: ‘holds 210 ± 8 W at the line, 250 W needed’; of 215: ‘too close to call: holds …’.
 */
export function whyLeftOut(entry: Sized & { held: HeldHeat | null }, filter: FitFilter): string[] {
  const { watts } = filter;
  const { held } = entry;
  const misses = missWords(missedLimits(entry, filter));
  if (watts === null) return misses;
  if (held === null) return [...misses, 'maximum heat at the line not available'];
  const { capacityW, interval95 } = held;
  const heat = `holds ${capacityW.toFixed(0)} ± ${interval95.toFixed(0)} W at the line, ${watts} W needed`;
  if (capacityW + interval95 < watts) return [...misses, heat];
  return capacityW - interval95 < watts ? [...misses, `too close to call: ${heat}`] : misses;
}
