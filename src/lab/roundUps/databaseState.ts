import { DatabaseAway, DatabaseBusy } from '@/database/pool';

/** Others are before it: it is tried again in a moment. */
export function isDatabaseBusy(error: unknown): boolean {
  return error instanceof DatabaseBusy;
}

export function isDatabaseAway(error: unknown): boolean {
  return error instanceof DatabaseAway;
}

/** It fell silent while it was told to keep a change: nobody knows whether it did. */
export function isUnsure(error: unknown): boolean {
  return error instanceof DatabaseAway && error.unsure;
}
