import { isoTime } from '@/core/isoTime';
import { date, object } from 'yup';
import { text, whole } from '@/contracts/sheets/fields';

const time = () =>
  date()
    .nullable()
    .default(null)
    .typeError('a time was expected')
    .min(new Date('1990-01-01'), 'a year from 1990 to 2100 was expected')
    .max(new Date('2100-12-31'), 'a year from 1990 to 2100 was expected')
    .test(
      'text',
      'a time was expected',
      (_, { originalValue }) =>
        [null, undefined].includes(originalValue as null) ||
        (typeof originalValue === 'string' && isoTime(originalValue) !== null) ||
        originalValue instanceof Date,
    );

export const publishRequest = object({
  who: text(100).default('reviewer'),
  reason: text(2000),
  embargoUntil: time(),
  seen: whole().required('which version was seen?'),
  confirmed: text(10_000).default(''),
}).noUnknown();

/** A version opened at a shared address, or an address closed. */
export const shareRequest = object({
  endsAt: time(),
  revoke: text(100),
}).noUnknown();
