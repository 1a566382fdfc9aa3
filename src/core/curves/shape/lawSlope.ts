import type { KeptRule } from '../curveRule';
import { LEVEL_LAW } from './speedLaw';

/** What a decibel is taken to be worth where no entry tells a slope: of a rise over the room, as a share, and as much either way (DOUBT g). */
const ASSUMED_SLOPE = { share: -0.015, either: 0.008 };

/**
 * The slope of a value by the law of its response, and how far it may lie off it; none where no law tells.
 *
 * @example lawSlope({ law: { by: 'power', exponent: 1, either: 0 }, against: 'rpm' }, 2, 1000) → { slope: 0.002, either: 0 }
 */
export function lawSlope(
  { law, against }: Pick<KeptRule, 'law' | 'against'>,
  value: number,
  at: number,
): { slope: number; either: number } {
  const size = Math.abs(value);
  if (law && against === 'rpm')
    return law.by === 'power'
      ? { slope: (law.exponent * value) / at, either: (law.either * size) / at }
      : { slope: law.dbPerDecade / (Math.LN10 * at), either: law.either / (Math.LN10 * at) };
  if (law?.by !== 'power' || against !== 'noise') return { slope: 0, either: 0 };
  if (law.exponent < 0) return { slope: ASSUMED_SLOPE.share * value, either: ASSUMED_SLOPE.either * size };
  return { slope: (law.exponent * Math.LN10 * value) / LEVEL_LAW.dbPerDecade, either: 0 };
}
