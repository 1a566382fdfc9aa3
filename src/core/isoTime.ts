import { isValid, parseISO } from 'date-fns';

/**
 * Parses an ISO 8601 date or time. Null for other texts and for days that no calendar has, such as 2026-02-30 and 2026-13-45, which
 * `Date.parse` partly accepts. Without an offset the time is local.
 *
 * @example isoTime('2026-13-45') → null
 */
export function isoTime(text: string): Date | null {
  const at = parseISO(text);
  return isValid(at) ? at : null;
}
