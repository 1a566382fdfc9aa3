import { clockNow } from '@/clock/clockNow';
import { format } from 'date-fns';

/** The day it is where the server stands, as 2026-11-25. */
export function today(): string {
  return format(clockNow(), 'yyyy-MM-dd');
}

/** The minute of the day there. */
export function minuteNow(): number {
  const now = clockNow();
  return now.getHours() * 60 + now.getMinutes();
}
