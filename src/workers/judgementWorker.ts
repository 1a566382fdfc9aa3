import { expose } from 'comlink';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { measureIntervals, type MeasureRule } from '@/core/judgement/measures/measureIntervals';

/** One entry at a time, so that its page can show how far it is and stop. */
const work = {
  intervals: (curve: EntryCurve, rule: MeasureRule) => measureIntervals(curve, rule),
};

export type JudgementWork = typeof work;

expose(work);
