import { pack, type Packed } from '@/core/packed';
import { loadKey } from '@/core/runs/load';
import type { DeletedRun } from '@/core/runs/deletedRun';

import { RUN_SPEEDS } from '@/core/responses/runSpeeds';
import type { LogbookRow, ValueColumn } from '@/core/runs/logbookRow';
import { withDatabase } from '@/database/pool';
import { listDeletedRuns } from '@/database/runs/runEdits';
import { listValues } from '@/database/runs/runValues';
import { availableResponses } from '../model/responseView';
import { memoized } from '../model/cachedUntilWritten';
import type { RoundUpView } from '../model/roundUpView';
import { notedRuns } from './notedRuns';

/** Digits that no column shows are dropped: the page has thousands of these. */
const shownDigits = (value: number): number => Number(value.toPrecision(6));

async function rowsOf(
  view: RoundUpView,
  valuesOf: ReadonlyMap<number, (number | null)[]>,
): Promise<LogbookRow[]> {
  const position = new Map(view.entries.map((entry, i) => [entry.entry, i]));
  return (await notedRuns(view)).map(({ run, state, notes, flagged }) => ({
    id: run.id,
    label: run.label,
    entry: run.entry,
    product: run.product,
    position: position.get(run.entry)!,
    load: loadKey(run),
    loadLabel: run.loadName ? `${run.loadName} ${run.loadW}` : run.loadW === 0 ? 'idle' : String(run.loadW),
    loadW: run.loadW,
    setting: run.setting,
    pass: run.pass,
    mount: run.mount,
    noiseDb: shownDigits(run.noiseDb),
    floorDb: shownDigits(run.floorDb),
    levelDb: shownDigits(run.level.levelDb),
    isUpperBound: run.level.standing === 'at-floor',
    ambientC: shownDigits(run.reduction.ambientMeanC),
    powerW: shownDigits(run.reduction.powerMeanW),
    powerMeasured: run.reduction.powerSource !== 'nominal',
    riseK: shownDigits(run.reduction.riseK),
    resistanceKPerW: run.reduction.resistanceKPerW.known
      ? shownDigits(run.reduction.resistanceKPerW.value)
      : null,
    state,
    flagged,
    notes: notes.join(' · '),
    setAside: run.setAside,
    asideAs: run.asideAs,
    version: run.version,
    values: valuesOf.get(run.id) ?? [],
  }));
}

/** The logbook's rows as one text, made once. */
const packedPlain = memoized(async (view: RoundUpView) => pack(await rowsOf(view, new Map())));

/** A column that can be shown: a response at a place, as the address has it. */
export interface OfferedColumn extends ValueColumn {
  response: string;
  place: string;
}

const SEPARATOR = '@';

/** What the runs of a round-up have beside the rise of the die, as columns. */
export const offeredColumns = memoized(async (view: RoundUpView): Promise<OfferedColumn[]> => {
  const { responses, placesOf } = await availableResponses(view);
  const beside = responses.filter(({ throttles, keptWith }) => !throttles && keptWith !== 'run');
  const speeds = RUN_SPEEDS.map(({ id, name }) => ({ id, name, unit: 'rpm', decimals: 0 }));
  return [...beside, ...speeds].flatMap(({ id, name, unit, decimals }) =>
    placesOf(id).map((place) => ({
      key: place ? `${id}${SEPARATOR}${place}` : id,
      name: place ? `${name}, ${place}` : name,
      ...{ unit, decimals, response: id, place },
    })),
  );
});

/** The logbook's rows with the values of some columns, as one text. */
export async function packedLogbook(
  view: RoundUpView,
  columns: readonly OfferedColumn[],
): Promise<Packed<LogbookRow[]>> {
  if (columns.length === 0) return packedPlain(view);
  const valuesOf = new Map<number, (number | null)[]>(
    view.runs.map((run) => [run.id, columns.map(() => null)]),
  );
  const kept = await withDatabase((db) =>
    Promise.all(columns.map(({ response, place }) => listValues(db, view.roundUp.id, response, place))),
  );
  kept.forEach((rows, at) => {
    for (const { runId, value } of rows) {
      const values = valuesOf.get(runId);
      if (values) values[at] = shownDigits(value);
    }
  });
  return pack(await rowsOf(view, valuesOf));
}

/** Runs that were deleted, by the names that pages give their entries. */
export async function deletedRuns({ roundUp, entries }: RoundUpView): Promise<DeletedRun[]> {
  const names = new Map(entries.map((entry) => [entry.entry, entry.product]));
  const runs = await withDatabase((db) => listDeletedRuns(db, roundUp.id));
  return runs.map((run) => ({ ...run, product: names.get(run.entry)! }));
}
