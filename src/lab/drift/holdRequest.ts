import { array, object, string } from 'yup';
import { text, whole } from '@/formats/sheets/fields';
import type { Holding } from './holdRuns';

/** Runs that are held in doubt, freed, or set aside for good. */
export const holdRequest = object({
  what: string<Holding>().oneOf(['hold', 'free', 'set-aside']).required(),
  runs: array(object({ id: whole(1).required(), version: whole().required() }).noUnknown())
    .min(1, 'which runs?')
    .max(50_000)
    .required(),
  reason: text(900),
  who: text(100).default('reviewer'),
}).noUnknown();
