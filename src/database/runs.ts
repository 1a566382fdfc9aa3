import { coolerLevel } from '@/core/levels/coolerLevel';
import { known, unknown } from '@/core/outcome';
import type { Reduction } from '@/core/reduction/reduceTrace';
import type { LabRun } from '@/core/runs/labRun';
import type { Queryable } from './pool';

export interface NewRun {
  label: string;
  entryId: number;
  rigRevisionId: number;
  mount: number;
  pass: number;
  loadW: number;
  loadName: string;
  gpuLoadW: number;
  setting: string;
  control: string;
  noiseDb: number;
  floorDb: number;
  trace: string;
  typedCpuC: number | null;
  typedAmbientC: number | null;
  typedPowerW: number | null;
  dutyPct: number | null;
  rpm: number | null;
  startedAt: string;
  note: string;
  setAside: string;
  extra: Record<string, string>;
}

export async function insertRun(db: Queryable, run: NewRun): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO runs (label, entry_id, rig_revision_id, mount, pass, load_w, load_name, gpu_load_w, setting, control,
                       noise_db, floor_db, trace, typed_cpu_c, typed_ambient_c, typed_power_w, duty_pct, rpm,
                       started_at, note, set_aside, extra)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22)
     RETURNING id`,
    [
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
    ],
  );
  return rows[0]!.id;
}

export async function saveReduction(
  db: Queryable,
  runId: number,
  windowS: number,
  r: Reduction,
): Promise<void> {
  await db.query(
    `INSERT INTO reductions (run_id, window_s, settled, unsettled_reason, window_start_s, window_end_s, cpu_mean_c,
                             cpu_max_c, ambient_mean_c, ambient_source, power_mean_w, power_source, measured_rise_k,
                             maximum_rise_k, resistance_k_per_w, rise_k, heat_limited, heat_limited_share,
                             slope_k_per_min, fit, shortfall_k)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21)`,
    [
      runId,
      windowS,
      r.settled,
      r.unsettledReason,
      r.window?.startS ?? null,
      r.window?.endS ?? null,
      r.cpuMeanC,
      r.cpuMaxC,
      r.ambientMeanC,
      r.ambientSource,
      r.powerMeanW,
      r.powerSource,
      r.measuredRiseK,
      r.maximumRiseK,
      r.resistanceKPerW.known ? r.resistanceKPerW.value : null,
      r.riseK,
      r.heatLimited,
      r.heatLimitedShare,
      r.slopeKPerMin.known ? r.slopeKPerMin.value : null,
      JSON.stringify(r.fit),
      r.shortfallK,
    ],
  );
}

/** A row of the select below; its names are those of LabRun and Reduction. */
interface RunRow extends Omit<LabRun, 'level' | 'reduction'> {
  settled: boolean;
  unsettledReason: string;
  windowStartS: number | null;
  windowEndS: number | null;
  cpuMeanC: number;
  cpuMaxC: number;
  ambientMeanC: number;
  ambientSource: Reduction['ambientSource'];
  powerMeanW: number;
  powerSource: Reduction['powerSource'];
  measuredRiseK: number;
  maximumRiseK: number;
  resistance: number | null;
  riseK: number;
  heatLimited: boolean;
  heatLimitedShare: number;
  slope: number | null;
  fit: Reduction['fit'];
  shortfallK: number;
}

const SELECT_RUNS = `
  SELECT u.id, u.label, c.code AS entry, p.name AS product, c.is_control AS "isControl", u.mount, u.pass,
         u.load_w AS "loadW", u.load_name AS "loadName", u.gpu_load_w AS "gpuLoadW", u.setting, u.control,
         u.noise_db AS "noiseDb", u.floor_db AS "floorDb", u.trace <> '' AS "hasTrace", u.duty_pct AS "dutyPct", u.rpm,
         u.started_at AS "startedAt", u.note, u.set_aside AS "setAside",
         d.settled, d.unsettled_reason AS "unsettledReason", d.window_start_s AS "windowStartS",
         d.window_end_s AS "windowEndS", d.cpu_mean_c AS "cpuMeanC", d.cpu_max_c AS "cpuMaxC",
         d.ambient_mean_c AS "ambientMeanC", d.ambient_source AS "ambientSource", d.power_mean_w AS "powerMeanW",
         d.power_source AS "powerSource", d.measured_rise_k AS "measuredRiseK", d.maximum_rise_k AS "maximumRiseK",
         d.resistance_k_per_w AS resistance, d.rise_k AS "riseK", d.heat_limited AS "heatLimited",
         d.heat_limited_share AS "heatLimitedShare", d.slope_k_per_min AS slope, d.fit, d.shortfall_k AS "shortfallK"
  FROM round_ups r
  JOIN round_up_entries c ON c.round_up_id = r.id
  JOIN entries e ON e.id = c.entry_id
  JOIN products p ON p.id = e.product_id
  JOIN runs u ON u.entry_id = e.id AND u.rig_revision_id = r.rig_revision_id
  JOIN reductions d ON d.run_id = u.id AND d.window_s = r.window_s`;

function toLabRun(row: RunRow): LabRun {
  const { id, label, entry, product, isControl, mount, pass, loadW, loadName, gpuLoadW, setting, control } =
    row;
  const { noiseDb, floorDb, hasTrace, dutyPct, rpm, startedAt, note, setAside } = row;
  return {
    ...{ id, label, entry, product, isControl, mount, pass, loadW, loadName, gpuLoadW, setting, control },
    ...{ noiseDb, floorDb, hasTrace, dutyPct, rpm, startedAt, note, setAside },
    level: coolerLevel(noiseDb, floorDb),
    reduction: {
      settled: row.settled,
      unsettledReason: row.unsettledReason,
      window: row.windowStartS === null ? null : { startS: row.windowStartS, endS: row.windowEndS! },
      cpuMeanC: row.cpuMeanC,
      cpuMaxC: row.cpuMaxC,
      ambientMeanC: row.ambientMeanC,
      ambientSource: row.ambientSource,
      powerMeanW: row.powerMeanW,
      powerSource: row.powerSource,
      measuredRiseK: row.measuredRiseK,
      maximumRiseK: row.maximumRiseK,
      resistanceKPerW: row.resistance === null ? unknown('no power flowed') : known(row.resistance),
      riseK: row.riseK,
      heatLimited: row.heatLimited,
      heatLimitedShare: row.heatLimitedShare,
      slopeKPerMin: row.slope === null ? unknown('no slope') : known(row.slope),
      fit: row.fit,
      shortfallK: row.shortfallK,
    },
  };
}

/** All runs of the entries that a round-up cites, at its rig revision, newest first. */
export async function listRuns(db: Queryable, roundUpId: number): Promise<LabRun[]> {
  const { rows } = await db.query<RunRow>(`${SELECT_RUNS} WHERE r.id = $1 ORDER BY u.id DESC`, [roundUpId]);
  return rows.map(toLabRun);
}

export async function getRun(db: Queryable, roundUpId: number, runId: number): Promise<LabRun | null> {
  const { rows } = await db.query<RunRow>(`${SELECT_RUNS} WHERE r.id = $1 AND u.id = $2`, [roundUpId, runId]);
  return rows[0] ? toLabRun(rows[0]) : null;
}

export interface Neighbours {
  before: { id: number; label: string } | null;
  after: { id: number; label: string } | null;
}

/** The runs before and after one, in the order in which they came. */
export async function neighbours(db: Queryable, roundUpId: number, runId: number): Promise<Neighbours> {
  const { rows } = await db.query<{ side: string; id: number; label: string }>(
    `WITH cited AS (
       SELECT u.id, u.label FROM round_ups r
       JOIN round_up_entries c ON c.round_up_id = r.id
       JOIN runs u ON u.entry_id = c.entry_id AND u.rig_revision_id = r.rig_revision_id
       WHERE r.id = $1
     )
     (SELECT 'before' AS side, id, label FROM cited WHERE id < $2 ORDER BY id DESC LIMIT 1)
     UNION ALL
     (SELECT 'after' AS side, id, label FROM cited WHERE id > $2 ORDER BY id LIMIT 1)`,
    [roundUpId, runId],
  );
  const pick = (side: string) => {
    const row = rows.find((of) => of.side === side);
    return row ? { id: row.id, label: row.label } : null;
  };
  return { before: pick('before'), after: pick('after') };
}
