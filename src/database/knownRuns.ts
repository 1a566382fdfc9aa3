import type { Queryable } from './pool';

/** A run of the lab as far as it is known again by. */
export interface KnownRun {
  id: number;
  entryId: number;
  rigRevisionId: number;
  rig: string;
  label: string;
  mount: number;
  pass: number;
  loadW: number;
  loadName: string;
  gpuLoadW: number;
  setting: string;
  noiseDb: number;
  floorDb: number;
  typedCpuC: number | null;
  traceDigest: string;
  deleted: boolean;
}

/** All runs of these entries, deleted ones too, and every run whose log has one of these digests. */
export async function listKnownRuns(
  db: Queryable,
  entryIds: readonly number[],
  digests: readonly string[],
): Promise<KnownRun[]> {
  const { rows } = await db.query<KnownRun & Record<string, unknown>>(
    `SELECT u.id, entry_id AS "entryId", rig_revision_id AS "rigRevisionId", g.name AS rig, label, mount, pass, load_w AS "loadW",
            load_name AS "loadName", gpu_load_w AS "gpuLoadW", setting, noise_db AS "noiseDb", floor_db AS "floorDb",
            typed_cpu_c AS "typedCpuC", trace_digest AS "traceDigest", deleted_at IS NOT NULL AS deleted
     FROM runs u JOIN rig_revisions v ON v.id = u.rig_revision_id JOIN rigs g ON g.id = v.rig_id
     WHERE entry_id = ANY ($1) OR (trace_digest <> '' AND trace_digest = ANY ($2)) ORDER BY u.id`,
    [entryIds, digests],
  );
  return rows;
}
