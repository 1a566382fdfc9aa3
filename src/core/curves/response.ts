import type { LineRule } from '../ranking/rankAtLine';

/** What a chart or a table shows of a rise: itself, per watt, or as the die in the reference room. */
export const RESPONSES = ['rise', 'resistance', 'temperature'] as const;
export type Response = (typeof RESPONSES)[number];

/** Less is better for all three, and at one load each is the rise on another scale. */
export interface ResponseScale {
  response: Response;
  unit: 'K' | 'K/W' | '°C';
  decimals: number;
  /** value = offset + factor · rise */
  offset: number;
  factor: number;
}

/**
 * Scale of a response at one load of fixed watts.
 * @throws for a resistance at idle, where no nominal watts flow
 */
export function responseScale(
  response: Response,
  rule: Pick<LineRule, 'loadW' | 'referenceAmbientC'>,
): ResponseScale {
  if (response === 'temperature') {
    return { response, unit: '°C', decimals: 1, offset: rule.referenceAmbientC, factor: 1 };
  }
  if (response === 'resistance') {
    if (!(rule.loadW > 0)) throw new RangeError(`responseScale: no resistance at ${rule.loadW} W`);
    return { response, unit: 'K/W', decimals: 3, offset: 0, factor: 1 / rule.loadW };
  }
  return { response, unit: 'K', decimals: 1, offset: 0, factor: 1 };
}
