import { withDatabase } from '@/database/pool';
import { listFanAirspeeds } from '@/database/runs/runValues';

/** The fastest air that each fan of the lab was measured with in the open, by its name in lower case, m/s. */
export async function fanAirspeeds(): Promise<[string, number][]> {
  return withDatabase(listFanAirspeeds);
}
