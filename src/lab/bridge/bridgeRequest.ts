import { boolean, object } from 'yup';
import { text, whole } from '@/contracts/sheets/fields';

/** A bridge that is used, or left. */
export const bridgeRequest = object({
  revisionId: whole(1).required(),
  use: boolean().strict().required(),
  who: text(100).default('reviewer'),
}).noUnknown();
