import { boolean, number, string } from 'yup';
import { BOUNDS, outOfBounds, unfitText, type Bound } from '@/core/bounds';

/** A text that can be kept, or nothing; lists, objects and numbers are no text, and none is made of them. */
export const maybeText = (most = 400) =>
  string()
    // Not yup's own: it would call trim on lists too.
    .transform((value: unknown) => (typeof value === 'string' ? value.trim() : value))
    .test('text', 'a text was expected', (_, { originalValue }) =>
      ['string', 'undefined'].includes(typeof originalValue as string),
    )
    .test('fit', (value, { createError }) => {
      const wrong = value === undefined ? null : unfitText(value, most);
      return wrong === null || createError({ message: wrong });
    });

export const text = (most = 400) => maybeText(most).default('');

/** A finite number; a text that looks like one is none. */
export const finite = () =>
  number()
    .typeError('a number was expected')
    .test(
      'number',
      'a number was expected',
      (_, { originalValue }) =>
        originalValue === undefined || originalValue === null || typeof originalValue === 'number',
    )
    .test(
      'finite',
      'a number was expected',
      (value) => value === undefined || value === null || Number.isFinite(value),
    );

/** A number that a bench can have. */
export const bounded = (bound: Bound) =>
  finite().test(bound, (value, { createError }) => {
    const wrong = value === undefined || value === null ? null : outOfBounds(bound, value);
    return wrong === null || createError({ message: wrong });
  });

/** A whole number as the database counts, from `min`. */
export const whole = (min = 0) =>
  finite()
    .integer('a whole number was expected')
    .min(min)
    .max(2 ** 31 - 1, 'over ${max}');

export const measure = (most = 100_000) =>
  finite().min(0, 'cannot be negative').max(most, 'over ${max}').nullable().default(null);
export const counted = (most: number = BOUNDS.count.max) =>
  finite().integer('a whole number was expected').min(1, 'at least 1').max(most, 'at most ${max}');
export const flag = () => boolean().default(false);
export const currency = () =>
  string()
    .matches(/^[A-Z]{3}$/, 'a currency as EUR was expected')
    .default('EUR');

const FIRST_YEAR = 1990;
const LAST_YEAR = 2100;

/** A day that exists and that a bench can see, as 2026-12-01; may be empty. */
export const day = () =>
  string()
    .default('')
    .test('day', 'a day as 2026-12-01 was expected', (value) => {
      if (!value) return true;
      const at = /^\d{4}-\d\d-\d\d$/.test(value) ? new Date(`${value}T00:00:00Z`) : null;
      return at !== null && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(value);
    })
    .test('year', `a year from ${FIRST_YEAR} to ${LAST_YEAR} was expected`, (value) => {
      const year = Number(value?.slice(0, 4));
      return !value || (year >= FIRST_YEAR && year <= LAST_YEAR);
    });
