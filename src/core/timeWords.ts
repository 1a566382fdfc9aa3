import { format } from 'date-fns';
import { lastResult } from './lastResult';

/** Made when a first day is written: on a phone it takes a third of a second. */
const dayFormat = lastResult(
  (language: string) => new Intl.DateTimeFormat(language, { dateStyle: 'medium', timeZone: 'UTC' }),
);

/**
 * A day in words, of a date or a time as ISO 8601 has it; what is no date stays as it is.
 *
 * @example dayWords('2026-11-28') → '28 Nov 2026'
 */
export function dayWords(iso: string): string {
  const at = Date.parse(`${iso.slice(0, 10)}T00:00:00Z`);
  return Number.isNaN(at) ? iso : dayFormat('en-GB').format(at);
}

/**
 * A time in words, by the clock that it was written by; a day alone has none.
 *
 * @example momentWords('2026-11-28T18:30:05') → '28 Nov 2026, 18:30'
 */
export function momentWords(iso: string): string {
  const clock = /^.{10}[T ](\d\d:\d\d)/.exec(iso);
  return clock ? `${dayWords(iso)}, ${clock[1]}` : dayWords(iso);
}

/** The day of a moment by the clock of this machine: 28 Nov 2026. */
export const dayHere = (at: Date): string => dayWords(format(at, 'yyyy-MM-dd'));

/** A moment by the clock of this machine: 28 Nov 2026, 18:30. */
export function timeWords(at: Date): string {
  return momentWords(format(at, "yyyy-MM-dd'T'HH:mm"));
}
