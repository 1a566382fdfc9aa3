import type { Brief } from '@/core/brief/brief';
import { keepMethod } from '@/database/lineUp/methods';
import { inTransaction } from '@/database/pool';

/** Keeps a brief to begin others from; what is this round-up's own (deadline, embargo) stays behind. */
export function keepMethodAs(name: string, brief: Brief): Promise<void> {
  return inTransaction((db) => keepMethod(db, name, { ...brief, deadline: '', embargo: '' }));
}
