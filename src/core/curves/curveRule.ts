import { ASSUMED_SPREAD_K } from '../uncertainty/assumedSpread';

/** What a curve stands against: the cooler's own level, the speed or duty of its first fan (FORMATS step 13), or its loudness. */
export const AGAINST = ['noise', 'rpm', 'duty', 'sone'] as const;
export type Against = (typeof AGAINST)[number];

export type Better = 'lower' | 'higher';

/** What a curve has to know of its response and of its axis; nothing of where the values come from. */
export interface CurveRule {
  against: Against;
  better: Better;
  /** Standard uncertainty of a value where nothing was ever repeated, in its unit (FORMATS step 14). */
  assumed: (value: number) => number;
  /** It scatters in proportion to its value: spreads are pooled as shares. */
  byShare: boolean;
  /** Values are levels: averaged by energy, and asked for at a speed, so that no slower setting stands in for it. */
  byEnergy: boolean;
  /** Power of the speed by which one setting near the speed asked for is restated; 0 where it is not. */
  fanLaw: number;
}

/** What a finished curve still needs of its rule: plain data, since curves travel to the browser. */
export type KeptRule = Pick<CurveRule, 'against' | 'better' | 'fanLaw'>;

/** The rise of the die against the noise line: what round-ups are ranked by. */
export const RISE_AGAINST_NOISE: CurveRule = {
  against: 'noise',
  better: 'lower',
  assumed: () => ASSUMED_SPREAD_K,
  byShare: false,
  byEnergy: false,
  fanLaw: 0,
};

const UNITS: Record<Against, string> = { noise: 'dB(A)', rpm: 'rpm', duty: '%', sone: 'sone' };
const DECIMALS: Record<Against, number> = { noise: 1, rpm: 0, duty: 0, sone: 2 };

/**
 * A place on the axis in words: “33.0 dB(A)”, “1250 rpm”, “60 %”.
 *
 * @example axisWords('noise', 33) → '33.0 dB(A)'
 */
export function axisWords(against: Against, at: number): string {
  return `${at.toFixed(DECIMALS[against])} ${UNITS[against]}`;
}
