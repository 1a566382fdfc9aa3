import type { RunFields } from '@/core/runs/runColumns';
import type { Queryable } from '../pool';
import { selected } from '../runs/runColumns';

const KNOWN_BY = [
  ...(['entryId', 'rigRevisionId', 'label', 'mount', 'pass', 'loadW', 'loadName', 'gpuLoadW'] as const),
  ...(['setting', 'noiseDb', 'floorDb', 'typedCpuC', 'traceDigest'] as const),
] as const;

/** A run of the lab as far as it is known again by. */
export interface KnownRun extends Pick<RunFields, (typeof KNOWN_BY)[number]> {
  id: number;
  rig: string;
  deleted: boolean;
}

/** All runs of these entries, deleted ones too, and every run whose log has one of these digests. */
export async function listKnownRuns(
  db: Queryable,
  entryIds: readonly number[],
  digests: readonly string[],
): Promise<KnownRun[]> {
  const { rows } = await db.query<KnownRun & Record<string, unknown>>(
    `SELECT u.id, g.name AS rig, ${selected(KNOWN_BY)}, deleted_at IS NOT NULL AS deleted
     FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id JOIN rigs g ON g.id = v.rig_id
     WHERE entry_id = ANY ($1) OR (trace_digest <> '' AND trace_digest = ANY ($2)) ORDER BY u.id`,
    [entryIds, digests],
  );
  return rows;
}
