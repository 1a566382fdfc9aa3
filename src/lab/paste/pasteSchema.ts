import { array, mixed, object, string } from 'yup';
import { text } from '@/contracts/sheets/fields';
import { PASTE_NAMES, type PasteName } from './paste';

/** A block from a spreadsheet, as the page sends it: to be looked at, taken, or taken back by what `take` gave. */
export const pasteWish = object({
  who: text(100).default('reviewer'),
  kind: string<PasteName>().oneOf(PASTE_NAMES).required(),
  what: string<'look' | 'take' | 'undo'>().oneOf(['look', 'take', 'undo']).required(),
  text: string().default(''),
  as: array(string().max(200).nullable().defined()).nullable().default(null),
  /** What all rows share, by its name. */
  shared: array(array(string().max(300).defined()).length(2).required())
    .max(10)
    .default([]),
  undo: mixed<NonNullable<unknown>>().default([]),
}).noUnknown();
