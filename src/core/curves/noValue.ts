import { axisWords } from './curveRule';
import type { EntryCurve } from './entryCurve';

/** Why an entry has no value at a line. */
export interface NoValue {
  placed: false;
  status: 'too-loud' | 'too-fast' | 'below-floor' | 'unsettled' | 'no-runs';
  reason: string;
}

/** Why the level of a setting is only a bound. */
const HIDDEN = {
  'at-floor': 'is masked by room noise',
  'under-range': 'reads under the range of the meter',
};

/** None of its settings counts. */
export function noUsable(curve: EntryCurve): NoValue {
  if (curve.missedQuietest) {
    const { setting, why } = curve.missedQuietest;
    return why === 'unsettled'
      ? { placed: false, status: 'unsettled', reason: `its quietest setting, ${setting}, had not settled` }
      : {
          placed: false,
          status: 'below-floor',
          reason: `its quietest setting, ${setting}, ${HIDDEN[why]}`,
        };
  }
  const unsettled = curve.leftOut.filter((setting) => setting.why === 'unsettled');
  if (unsettled.length > 0) {
    return { placed: false, status: 'unsettled', reason: 'none of its runs settled' };
  }
  if (curve.leftOut.length > 0) {
    if (curve.leftOut.every(({ why }) => why === 'under-range'))
      return {
        placed: false,
        status: 'below-floor',
        reason: 'all of its settings read under the range of the meter, so its levels are only upper bounds',
      };
    return {
      placed: false,
      status: 'below-floor',
      reason: 'all its settings are within 3 dB of room noise, so its levels are only upper bounds',
    };
  }
  const reason = curve.lacks ? `its runs at this load have no ${curve.lacks}` : 'no runs at this load';
  return { placed: false, status: 'no-runs', reason };
}

/** The line lies below the quietest, or slowest, usable setting (FORMATS steps 7 and 13). */
export function underFirst(curve: EntryCurve, line: number): NoValue {
  const { against } = curve.rule;
  const first = curve.points[0]!.at;
  const [quietest, status] =
    against === 'noise' || against === 'sone'
      ? (['quietest', 'too-loud'] as const)
      : (['slowest', 'too-fast'] as const);
  const firstWords = axisWords(against, first);
  const quieter = curve.leftOut.filter((setting) => setting.at < first && !setting.quieterThan);
  const odd = curve.leftOut.find((setting) => setting.at < first && setting.quieterThan);
  // The setting that would have carried the curve to the line, or else the one that comes nearest.
  const missed = quieter.filter((setting) => setting.at <= line).pop() ?? quieter[0];
  if (!missed) {
    const asked = odd
      ? `; ${odd.setting} read less than ${odd.quieterThan}, which is driven less: was a fan stopped?`
      : '';
    return { placed: false, status, reason: `its ${quietest} setting is ${firstWords}${asked}` };
  }
  const usable = `its ${quietest} setting that counts is ${firstWords}`;
  return missed.why === 'unsettled'
    ? { placed: false, status: 'unsettled', reason: `${usable}; ${missed.setting} had not settled` }
    : {
        placed: false,
        status: 'below-floor',
        reason: `${usable}; ${missed.setting} ${HIDDEN[missed.why]} (at most ${axisWords(against, missed.at)})`,
      };
}
