import { withDatabase } from '@/database/pool';
import { listRoundUps, type RoundUpSummary } from '@/database/roundUps';

export async function listLabRoundUps(): Promise<RoundUpSummary[]> {
  return withDatabase(listRoundUps);
}
