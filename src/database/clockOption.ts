import { clockOffsetMs } from '@/clock/clockNow';

/** Connection option by which `lab_now()` and `lab_clock()` read the application's clock. Every connection that writes sets it. */
export const clockOption = (): string => `-c abanico.clock_offset_ms=${clockOffsetMs()}`;
