import type { LineRule } from '@/core/ranking/rankAtLine';
import type { Response } from '@/core/responses/responses';
import { insideSentence } from '@/core/words';

/** What a chart or a table shows of a rise: itself, per watt, or as the die in the reference room. */
export const RISE_SHOWN = ['rise', 'resistance', 'temperature'] as const;
export type RiseShown = (typeof RISE_SHOWN)[number];

/** The scale that values are shown on. */
export interface ShownScale {
  unit: string;
  decimals: number;
  /** shown = offset + factor · value */
  offset: number;
  factor: number;
  /** Head of a column, and title of an axis. */
  heading: string;
  title: string;
}

/**
 * Scale of a response as it is measured.
 *
 * Example: A rise of 40 K is shown as 40.0 K.
 */
export function plainScale({
  name,
  unit,
  decimals,
}: Pick<Response, 'name' | 'unit' | 'decimals'>): ShownScale {
  const title = `${insideSentence(name)}${unit && `, ${unit}`}`;
  // Beside the names of entries there is room for a word at most.
  const heading = unit === 'K' ? 'Rise, K' : unit || name;
  return { unit, decimals, offset: 0, factor: 1, heading, title };
}

/**
 * Scale of the die's rise at one load of fixed watts: less is better for all three, and each is the rise on another scale.
 *
 * Example: A rise of 40 K at 170 W in a reference room of 23 °C is 0.2353 K/W, or 63 °C.
 *
 * @throws for a resistance at idle, where no nominal watts flow
 */
export function riseScale(shown: RiseShown, rule: Pick<LineRule, 'loadW' | 'referenceAmbientC'>): ShownScale {
  if (shown === 'temperature') {
    const offset = rule.referenceAmbientC;
    return {
      unit: '°C',
      decimals: 1,
      offset,
      factor: 1,
      heading: 'Die, °C',
      title: 'die in the reference room, °C',
    };
  }
  if (shown === 'resistance') {
    if (!(rule.loadW > 0)) throw new RangeError(`riseScale: no resistance at ${rule.loadW} W`);
    const factor = 1 / rule.loadW;
    return {
      unit: 'K/W',
      decimals: 3,
      offset: 0,
      factor,
      heading: 'K/W',
      title: 'resistance, die to room air, K/W',
    };
  }
  return { unit: 'K', decimals: 1, offset: 0, factor: 1, heading: 'Rise, K', title: 'rise over room air, K' };
}
