import { correctedDb, correctionWords } from '../levels/levelCorrection';
import { hasDie, type LabRun } from '../runs/labRun';
import { loadKey, loadLabel } from '../runs/load';
import { groupBy } from '../statistics/groupBy';
import { plural, type Range } from '../words';
import { leftOutWords, type LeftOutPoint } from '../plan/leftOut';
import { briefLoad, isWithoutHeat, type Brief } from './brief';

/** What was really done, from the runs that count. */
export interface MethodDone {
  runs: number;
  setAside: number;
  /** Entries with runs, and those of the line-up that have none. */
  measured: number;
  unmeasured: number;
  /** Mounts of the entries other than the control, and passes at a point of a mount. */
  mounts: Range;
  passes: Range;
  /** How often the control was put on; 0 where none was measured. */
  controlMounts: number;
  /** Heat loads that were measured, in words, and those of the brief that were not. */
  loads: string[];
  missingLoads: string[];
  /** Null where no run has a room beside its die. */
  roomC: Range | null;
  /** Runs that stand on other readings than a die's. */
  withoutDie: number;
  floorDba: Range;
  typed: number;
  unsettled: number;
  movedWindows: number;
  calledSettled: number;
  /** Planned points that were left out and not measured since, in words, with the reason. */
  leftOut: string[];
  /** Readings of the meter that were corrected on request, in words: how many, by how much, and by what it is known. */
  corrected: string[];
}

function rangeOf(values: readonly number[]): Range {
  return values.reduce(
    ({ low, high }, value) => ({ low: Math.min(low, value), high: Math.max(high, value) }),
    {
      low: Infinity,
      high: -Infinity,
    },
  );
}

/**
 * What was done of a brief so far; null before the first run that counts.
 *
 * Example: Twelve runs of three entries at 170 W: their loads, passes, mounts and days; no run that counts: null.
 */
export function methodDone(
  brief: Pick<Brief, 'loads'>,
  runs: readonly LabRun[],
  entries: readonly { entry: string; product: string; isControl: boolean }[],
  leftOut: readonly LeftOutPoint[] = [],
): MethodDone | null {
  const counting = runs.filter((run) => run.setAside === '');
  if (counting.length === 0) return null;
  const withDie = counting.filter(hasDie);
  const controls = new Set(entries.filter((entry) => entry.isControl).map((entry) => entry.entry));
  const byEntry = groupBy(counting, (run) => run.entry);
  const mountsOf = (runs: readonly LabRun[]) => new Set(runs.map((run) => run.mount)).size;
  const others = [...byEntry].filter(([entry]) => !controls.has(entry)).map(([, runs]) => runs);
  const compared = others.length > 0 ? others : [...byEntry.values()];
  const points = compared.flatMap((runs) => [
    ...groupBy(runs, (run) => [loadKey(run), run.setting, run.mount].join('\n')).values(),
  ]);
  const measuredLoads = new Map(counting.map((run) => [loadKey(run), loadLabel(run)]));
  const wanted = brief.loads.map(briefLoad).map((load) => [loadKey(load), loadLabel(load)] as const);
  const present = counting.map((run) => run.reduction.ambientMeanC).filter((value) => !Number.isNaN(value));
  return {
    runs: counting.length,
    setAside: runs.length - counting.length,
    measured: byEntry.size,
    unmeasured: entries.filter((entry) => !byEntry.has(entry.entry)).length,
    mounts: rangeOf(compared.map(mountsOf)),
    passes: rangeOf(points.map((point) => point.length)),
    controlMounts: [...byEntry]
      .filter(([entry]) => controls.has(entry))
      .reduce((sum, [, runs]) => sum + mountsOf(runs), 0),
    // As the brief names them, then what else was measured.
    loads: [...new Map([...wanted.filter(([key]) => measuredLoads.has(key)), ...measuredLoads]).values()],
    missingLoads: wanted.filter(([key]) => !measuredLoads.has(key)).map(([, label]) => label),
    roomC: present.length > 0 ? rangeOf(present) : null,
    withoutDie: counting.length - withDie.length,
    floorDba: rangeOf(counting.map((run) => correctedDb(run.floorDb, run.levelCorrection))),
    typed: withDie.filter((run) => !run.hasTrace).length,
    unsettled: withDie.filter((run) => !run.reduction.settled).length,
    movedWindows: counting.filter((run) => run.movedWindow !== null).length,
    calledSettled: counting.filter((run) => run.note.includes('called settled over the rule')).length,
    leftOut: leftOutWords(
      leftOut,
      counting,
      (entry) => entries.find((other) => other.entry === entry)?.product ?? entry,
    ),
    corrected: [
      ...groupBy(counting, ({ levelCorrection }) => JSON.stringify(levelCorrection)).values(),
    ].flatMap((own) => {
      const correction = own[0]!.levelCorrection;
      return correction
        ? `the levels of ${plural(own.length, 'run')} were corrected by ${correctionWords(correction)}, since ${correction.why}`
        : [];
    }),
  };
}

/**
 * Where what was done departs from what the brief planned, a sentence each; empty where it does not. Where no brief was written
 * (`isPlanned` false) nothing was planned, and no numbers of mounts and passes are held against it.
 *
 * Example: Three passes planned and one made: ‘one pass each, three were planned’.
 */
export function departures(
  brief: Pick<Brief, 'mounts' | 'passes' | 'question' | 'places' | 'loads'>,
  done: MethodDone,
  isPlanned = true,
): string[] {
  const told: string[] = [];
  if (done.unmeasured > 0)
    told.push(
      `${plural(done.unmeasured, 'entry of the line-up has', 'entries of the line-up have')} no runs`,
    );
  if (done.missingLoads.length > 0) told.push(`not measured at ${done.missingLoads.join(', ')}`);
  if (isPlanned && done.mounts.low < brief.mounts)
    told.push(
      `some were mounted ${done.mounts.low === 1 ? 'once' : `${done.mounts.low} times`}, where ${brief.mounts} mounts were planned`,
    );
  if (isPlanned && done.passes.low < brief.passes)
    told.push(
      `some points were read ${done.passes.low === 1 ? 'once' : `${done.passes.low} times`} a mount, where ${brief.passes} passes were planned`,
    );
  // What is read by its air is watched by no control.
  if (done.controlMounts < 2 && !isWithoutHeat(brief))
    told.push(done.controlMounts === 0 ? 'no control was measured' : 'the control was never re-tested');
  if (done.typed > 0)
    told.push(`the means of ${plural(done.typed, 'run')} were typed: settling was not checked`);
  if (done.movedWindows > 0) told.push(`the window of ${plural(done.movedWindows, 'run')} was moved by hand`);
  if (done.calledSettled > 0)
    told.push(`${plural(done.calledSettled, 'soak was', 'soaks were')} called settled before the rule`);
  told.push(...done.leftOut.map((words) => `left out: ${words}`));
  told.push(...done.corrected);
  if (done.unsettled > 0)
    told.push(
      `${plural(done.unsettled, 'run', 'runs')} had not settled and ${done.unsettled === 1 ? 'supports' : 'support'} no curve`,
    );
  if (done.setAside > 0)
    told.push(`${plural(done.setAside, 'run was', 'runs were')} set aside, with the reason`);
  return told;
}
