import { object, string } from 'yup';
import { text } from '@/contracts/sheets/fields';
import { rigRunsWish } from './changeRigRuns';
import type { Holding } from './holdRuns';

/** Runs that are held in doubt, freed, or set aside for good. */
export const holdRequest = object({
  what: string<Holding>().oneOf(['hold', 'free', 'set-aside']).required(),
  ...rigRunsWish,
  reason: text(900),
}).noUnknown();
