import { briefLoad } from '@/core/brief/brief';
import { loadLabel } from '@/core/runs/load';
import { withDatabase } from '@/database/pool';
import { listRoundUps, type RoundUpSummary } from '@/database/roundUps/roundUps';
import { briefOf } from '../planning/briefView';
import { citedEntries } from '../model/citedEntries';

export async function listLabRoundUps(): Promise<RoundUpSummary[]> {
  return withDatabase(listRoundUps);
}

/** What runs can be brought into a round-up as: its entries by code and name, and the heat loads of its method. */
export async function listLabTarget(
  roundUpId: number,
): Promise<{ entries: { entry: string; product: string }[]; loads: string[] }> {
  return withDatabase(async (db) => {
    const entries = await citedEntries(db, roundUpId);
    const brief = await briefOf(db, roundUpId);
    return {
      entries: entries.map(({ entry, product }) => ({ entry, product })),
      loads: (brief?.body.loads ?? []).map((load) => loadLabel(briefLoad(load))),
    };
  });
}
