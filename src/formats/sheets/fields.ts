import { boolean, number, string } from 'yup';

export const text = (most = 400) => string().trim().max(most, 'longer than ${max} characters').default('');
export const finite = () => number().typeError('a number was expected');
export const measure = (most = 100_000) =>
  finite().min(0, 'cannot be negative').max(most, 'over ${max}').nullable().default(null);
export const counted = (most = 1000) =>
  finite().integer('a whole number was expected').min(1, 'at least 1').max(most, 'at most ${max}');
export const flag = () => boolean().default(false);
export const currency = () =>
  string()
    .matches(/^[A-Z]{3}$/, 'a currency as EUR was expected')
    .default('EUR');

/** A day that exists, as 2026-12-01; may be empty. */
export const day = () =>
  string()
    .default('')
    .test('day', 'a day as 2026-12-01 was expected', (value) => {
      if (!value) return true;
      const at = /^\d{4}-\d\d-\d\d$/.test(value) ? new Date(`${value}T00:00:00Z`) : null;
      return at !== null && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(value);
    });
