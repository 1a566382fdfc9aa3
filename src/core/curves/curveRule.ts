import { ASSUMED_SPREAD_K } from '../uncertainty/constants';
import type { SpeedLaw } from './shape/speedLaw';

/** What a curve stands against: the cooler's own level, the speed or duty of its first fan (FORMATS step 13), or its loudness. */
export const AGAINST = ['noise', 'rpm', 'duty', 'sone'] as const;
export type Against = (typeof AGAINST)[number];

export type Better = 'lower' | 'higher';

/** What a curve has to know of its response and of its axis; nothing of where the values come from. */
export interface CurveRule {
  against: Against;
  better: Better;
  /** It scatters in proportion to its value: spreads are compared as shares. */
  byShare: boolean;
  /** Standard uncertainty of a value where nothing was ever repeated, in its unit or as a share (FORMATS step 14). */
  assumed: number;
  /** Values are levels: averaged by energy. */
  byEnergy: boolean;
  /** It grows with the speed as a cost: read where it is asked for, so that no slower setting stands in for it (FORMATS step 14). */
  isCost: boolean;
  /** By which one setting near the speed asked for is restated; null where nothing restates it. */
  law: SpeedLaw | null;
}

/** What a finished curve still needs of its rule: plain data, since curves travel to the browser. */
export type KeptRule = Pick<CurveRule, 'against' | 'better' | 'law'>;

/** A rise falls as a power of the speed, by as little as heat that conducts past the fins and as much as fins alone. */
export const RISE_LAW: SpeedLaw = { by: 'power', exponent: -0.4, either: 0.3 };

/** The rise of the die against the noise line: what round-ups are ranked by. */
export const RISE_AGAINST_NOISE: CurveRule = {
  against: 'noise',
  better: 'lower',
  assumed: ASSUMED_SPREAD_K,
  byShare: false,
  byEnergy: false,
  isCost: false,
  law: RISE_LAW,
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
