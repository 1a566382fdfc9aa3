/** Forms in which a log writes its time. */
export type TimeForm = 'number' | 'clock' | 'minutes' | 'date' | 'moment';

const CLOCK = /^(\d{1,4}):(\d{2}):(\d{2})(?:[.,](\d+))?\s*([ap]m)?$/i;
const SHORT_CLOCK = /^(\d{1,3}):(\d{2})(?:[.,](\d+))?\s*([ap]m)?$/i;
const ISO_DATE = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/;
const DOTTED_DATE = /^(\d{1,2})\.(\d{1,2})\.(\d{2,4})$/;
const SLASHED_DATE = /^(\d{1,2})[/-](\d{1,2})[/-](\d{2,4})$/;
const MOMENT =
  /^(\S+?)(?:T|\s+)(\d{1,2}:\d{2}(?::\d{2}(?:[.,]\d+)?)?(?:\s*[ap]m)?)\s*(Z|[+-]\d{2}:?\d{2})?$/i;

function half(hours: number, mark: string | undefined): number {
  if (!mark) return hours;
  return (hours % 12) + (mark.toLowerCase() === 'pm' ? 12 : 0);
}

/** Seconds of "h:mm:ss", of the day or elapsed; null for anything else. */
export function clockSeconds(text: string): number | null {
  const match = CLOCK.exec(text);
  if (!match) return null;
  const [, h, m, s, fraction, mark] = match;
  if (Number(m) > 59 || Number(s) > 60) return null;
  return half(Number(h), mark) * 3600 + Number(m) * 60 + Number(s) + (fraction ? Number(`0.${fraction}`) : 0);
}

/** Seconds of "mm:ss" (or of "hh:mm" with `hours`). */
export function shortClockSeconds(text: string, hours: boolean): number | null {
  const match = SHORT_CLOCK.exec(text);
  if (!match) return null;
  const [, first, second, fraction, mark] = match;
  if (Number(second) > 59) return null;
  if (hours || mark) return half(Number(first), mark) * 3600 + Number(second) * 60;
  return Number(first) * 60 + Number(second) + (fraction ? Number(`0.${fraction}`) : 0);
}

/** Seconds since 1970 at 0:00 of a date, dotted dates day first; null for anything else. */
export function dateSeconds(text: string, monthFirst: boolean): number | null {
  const iso = ISO_DATE.exec(text);
  const dotted = DOTTED_DATE.exec(text);
  const slashed = SLASHED_DATE.exec(text);
  const parts = iso
    ? [iso[1], iso[2], iso[3]]
    : dotted
      ? [dotted[3], dotted[2], dotted[1]]
      : slashed && (monthFirst ? [slashed[3], slashed[1], slashed[2]] : [slashed[3], slashed[2], slashed[1]]);
  if (!parts) return null;
  const [year, month, day] = parts.map(Number) as [number, number, number];
  if (month < 1 || month > 12 || day < 1 || day > 31) return null;
  return Date.UTC(year < 100 ? 2000 + year : year, month - 1, day) / 1000;
}

/** Seconds since 1970 of a date and clock in one cell, with an offset where one is given. */
export function momentSeconds(text: string, monthFirst: boolean): number | null {
  const match = MOMENT.exec(text);
  if (!match) return null;
  const date = dateSeconds(match[1]!, monthFirst);
  const clock = clockSeconds(match[2]!) ?? shortClockSeconds(match[2]!, true);
  if (date === null || clock === null) return null;
  const offset = match[3];
  if (!offset || offset.toUpperCase() === 'Z') return date + clock;
  const sign = offset.startsWith('-') ? -1 : 1;
  const digits = offset.replace(/\D/g, '');
  return date + clock - sign * (Number(digits.slice(0, 2)) * 3600 + Number(digits.slice(2)) * 60);
}

/** The form of one cell; null where it is none. */
export function timeForm(cell: string): Exclude<TimeForm, 'number'> | null {
  const text = cell.trim();
  if (CLOCK.test(text)) return 'clock';
  if (SHORT_CLOCK.test(text)) return 'minutes';
  if (ISO_DATE.test(text) || DOTTED_DATE.test(text) || SLASHED_DATE.test(text)) return 'date';
  return MOMENT.test(text) && momentSeconds(text, false) !== null
    ? 'moment'
    : MOMENT.test(text) && momentSeconds(text, true) !== null
      ? 'moment'
      : null;
}

/** Slashed dates are read day first unless one of them shows that the month stands first. */
export function isMonthFirst(cells: readonly string[]): boolean {
  return cells.some((cell) => {
    const match = SLASHED_DATE.exec(cell.trim().split(/[T\s]/)[0]!);
    return match !== null && Number(match[2]) > 12;
  });
}
