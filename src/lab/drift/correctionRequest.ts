import { object, string } from 'yup';
import { text } from '@/contracts/sheets/fields';
import { rigRunsWish } from './changeRigRuns';
import type { Correcting } from './correctMeter';

/** Runs whose readings of the level are corrected for a meter that was off, or stand as read again. */
export const correctionRequest = object({
  what: string<Correcting>().oneOf(['correct', 'take-back']).required(),
  ...rigRunsWish,
  // What is known by the checks stands before it.
  reason: text(700),
}).noUnknown();
