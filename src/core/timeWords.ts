import { format } from 'date-fns';

/** A time where the server stands, as 2026-11-26, 18:30. */
export function timeWords(at: Date): string {
  return format(at, 'yyyy-MM-dd, HH:mm');
}
