import { DatabaseAway } from '@/database/pool';

export function isDatabaseAway(error: unknown): boolean {
  return error instanceof DatabaseAway;
}

/** It fell silent while it was told to keep a change: nobody knows whether it did. */
export function isUnsure(error: unknown): boolean {
  return error instanceof DatabaseAway && error.unsure;
}
