import { clockNow } from '@/clock/clockNow';
import { NEW_RUN } from '@/core/runs/run';
import { clipped } from '@/core/clipped';
import { MOST } from '@/core/bounds';
import type { BenchRule, BenchState } from '@/core/bench/benchState';
import { reduceTrace } from '@/core/reduction/reduceTrace';
import { listSamples } from '@/database/bench/bench';
import { insertChange } from '@/database/runs/changes';
import type { Queryable } from '@/database/pool';
import { listPushed } from '@/database/bench/pushedReadings';
import { findEntry, lastRunOf, nextLabel, updateRun } from '@/database/runs/runEdits';
import { insertRun } from '@/database/runs/newRuns';
import { insertReadings } from '@/database/runs/runReadings';
import { insertTraces, traceDigest } from '@/database/runs/traces';
import { toTrace } from '@/formats/bundle/tables/traceTable';
import { reduceStoredRun } from '../model/reduceStoredRun';
import { benchTrace } from './benchTrace';
import type { EndedRun } from './mountInHand';

const JUST_BEFORE_S = 1e-6;

/**
 * Puts a run that has ended into the logbook, with its trace, in the caller's transaction and after its samples were
 * written there. One that the guard ended is set aside with what it said.
 */
export async function keepRun(
  db: Queryable,
  given: {
    sessionId: number;
    roundUpId: number;
    rule: BenchRule;
    state: BenchState;
    clockS: number;
    speed: number;
  },
  { run }: EndedRun,
): Promise<void> {
  const entry = await findEntry(db, given.roundUpId, given.state.entry);
  // Taken out of the line-up meanwhile: there is nothing left that the run could belong to.
  if (!entry) return;
  const after = await listSamples(db, given.sessionId, run.fromS - JUST_BEFORE_S);
  const samples = after.filter((sample) => sample.atS <= run.toS);
  // Without heat there is nothing to settle: the run stands on what was read at places.
  const isCold = given.rule.airOnly === true;
  const channels = benchTrace(run, samples, await listPushed(db, given.sessionId, run.fromS - 10, run.toS));
  const { point } = run;
  const reduced = reduceTrace(toTrace({ channels }), {
    loadW: point.loadW,
    program: point.loadName !== '',
    limitC: given.rule.limitC,
    powerAt: given.rule.powerAt,
    windowS: given.rule.windowS,
  });
  const gapsS = samples.flatMap((sample, i) =>
    sample.gap && i > 0 ? [sample.atS - samples[i - 1]!.atS] : [],
  );
  const gaps = gapsS.map((gapS) => `gap of ${Math.round(gapS)} s in the samples`).join('; ');
  const label = await nextLabel(db, given.roundUpId);
  const agoMs = ((given.clockS - run.fromS) / given.speed) * 1000;
  const id = await insertRun(db, {
    ...NEW_RUN,
    label,
    ...entry,
    mount: given.state.mount,
    pass: point.pass,
    loadW: point.loadW,
    loadName: point.loadName,
    gpuLoadW: point.gpuLoadW,
    setting: point.setting,
    control: run.dutyPct === null ? 'automatic' : 'fixed',
    noiseDb: run.noiseDb,
    floorDb: run.floorDb,
    trace: isCold ? '' : `traces/${label}.csv`,
    dutyPct: run.dutyPct,
    rpm: run.rpm,
    startedAt: new Date(clockNow().getTime() - agoMs).toISOString().slice(0, 19),
    note: clipped([run.note, gaps].filter(Boolean).join('; '), MOST.text),
    setAside: run.failed || (reduced.known || isCold ? '' : reduced.reason),
    extra: { bench_session: String(given.sessionId) },
    traceDigest: isCold ? '' : traceDigest(channels),
  });
  if (!isCold) await insertTraces(db, [{ runId: id, channels }]);
  await insertReadings(db, [{ runId: id, readings: run.readings ?? [] }]);
  await insertChange(db, id, { who: 'bench', what: 'run', was: '', isNow: 'measured at the bench' });
  // What was measured is kept, also where it came to no number.
  await reduceStoredRun(db, id, 'keep');
}

/** Adds a note to the run of a mount that ended last, by the change log; nothing where none did. */
export async function noteOnLast(db: Queryable, sessionId: number, note: string): Promise<void> {
  const last = await lastRunOf(db, sessionId);
  if (!last) return;
  const isNow = clipped([last.note, note].filter(Boolean).join('; '), MOST.text);
  await updateRun(db, last.id, { note: isNow });
  await insertChange(db, last.id, { who: 'bench', what: 'note', was: last.note, isNow });
}
