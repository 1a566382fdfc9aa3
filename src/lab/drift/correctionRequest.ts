import { array, object, string } from 'yup';
import { text, whole } from '@/formats/sheets/fields';

/** Runs whose readings of the level are corrected for a meter that was off, or stand as read again. */
export const correctionRequest = object({
  what: string<'correct' | 'take-back'>().oneOf(['correct', 'take-back']).required(),
  runs: array(object({ id: whole(1).required(), version: whole().required() }).noUnknown())
    .min(1, 'which runs?')
    .max(50_000)
    .required(),
  reason: text(700),
  who: text(100).default('reviewer'),
}).noUnknown();
