import { placeholders } from './placeholders';
import type { Run } from '@/core/runs/run';
import type { Queryable } from './pool';

export interface NewRun extends Run {
  label: string;
  entryId: number;
  rigRevisionId: number;
  trace: string;
  extra: Record<string, string>;
  /** What its log is known again by; empty where its means were typed. */
  traceDigest: string;
}

const COLUMNS = `label, entry_id, rig_revision_id, mount, pass, load_w, load_name, gpu_load_w, setting, control, noise_db,
  floor_db, trace, typed_cpu_c, typed_ambient_c, typed_power_w, duty_pct, rpm, started_at, note, set_aside, extra,
  window_start_s, window_end_s, window_reason, ambient_doubt_k, trace_digest, level_correction_db,
  level_correction_doubt_db, level_correction_why`;

function cells(run: NewRun): unknown[] {
  return [
    run.label,
    run.entryId,
    run.rigRevisionId,
    run.mount,
    run.pass,
    run.loadW,
    run.loadName,
    run.gpuLoadW,
    run.setting,
    run.control,
    run.noiseDb,
    run.floorDb,
    run.trace,
    run.typedCpuC,
    run.typedAmbientC,
    run.typedPowerW,
    run.dutyPct,
    run.rpm,
    run.startedAt,
    run.note,
    run.setAside,
    JSON.stringify(run.extra),
    run.movedWindow?.startS ?? null,
    run.movedWindow?.endS ?? null,
    run.windowReason,
    run.ambientDoubtK,
    run.traceDigest,
    run.levelCorrection?.db ?? null,
    run.levelCorrection?.doubtDb ?? null,
    run.levelCorrection?.why ?? '',
  ];
}

/** Adds runs in one statement; their ids, in the order of the runs, in which an INSERT of VALUES writes and returns them. */
export async function insertRuns(db: Queryable, runs: readonly NewRun[]): Promise<number[]> {
  if (runs.length === 0) return [];
  const rows = runs.map(cells);
  const { rows: added } = await db.query<{ id: number }>(
    `INSERT INTO runs (${COLUMNS}) VALUES ${placeholders(rows)} RETURNING id`,
    rows.flat(),
  );
  return added.map((row) => row.id);
}

export async function insertRun(db: Queryable, run: NewRun): Promise<number> {
  const [id] = await insertRuns(db, [run]);
  return id!;
}
