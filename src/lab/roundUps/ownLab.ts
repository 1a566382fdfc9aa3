import { NO_LAB, type LabSheet } from '@/contracts/sheets/labSheet';
import type { KeptSheet } from '@/database/lineUp/sheets';
import { readSheet } from '@/database/lineUp/sheets';
import { withDatabase } from '@/database/pool';

/** There is one lab, and this is what its facts are written of. */
export const LAB_OWNER = 1;

/** What the lab says of itself: its name, its people, where its method stands. */
export async function viewOwnLab(): Promise<KeptSheet<LabSheet>> {
  return (await withDatabase((db) => readSheet(db, 'lab', LAB_OWNER))) ?? { version: 0, body: { ...NO_LAB } };
}
