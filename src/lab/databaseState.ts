import { DatabaseAway } from '@/database/pool';

export function isDatabaseAway(error: unknown): boolean {
  return error instanceof DatabaseAway;
}
