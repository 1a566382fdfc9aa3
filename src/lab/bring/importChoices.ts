import { array, boolean, object } from 'yup';
import { MOST } from '@/core/bounds';
import { text, whole } from '@/contracts/sheets/fields';

/** What a person says of entries that the lab may have already, as a request brings it. */
export const importChoices = object({
  meant: array(
    object({ entry: text(300).min(1).required(), entryId: whole().nullable().default(null) }).noUnknown(),
  )
    .max(MOST.entries)
    .default([]),
  othersNew: boolean().default(false),
  asAnother: boolean().default(false),
}).noUnknown();
