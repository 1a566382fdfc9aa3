import { NEW_RUN } from '@/core/runs/run';
import { oddReadings } from '@/core/air/oddReadings';
import { impossibleRise } from '@/core/reduction/impossible';
import { askedAbout } from '@/core/runs/askedAbout';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { LIMIT_BAND_K } from '@/core/settling/loadStretch';
import { viewRoundUp } from '../model/roundUpView';
import { WrittenBeside } from './writtenBeside';
import { insertChange } from '@/database/runs/changes';
import { insertRun } from '@/database/runs/newRuns';
import { inTransaction, type Queryable } from '@/database/pool';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { findEntry, nextLabel } from '@/database/runs/runEdits';
import { insertReadings } from '@/database/runs/runReadings';
import { reduceStoredRun } from '../model/reduceStoredRun';
import type { NewRunInput } from './runEditSchema';
import { spunBefore } from '../air/spunBefore';
import { sameTypedRun } from './sameTypedRun';
import { toSpotReadings } from './spotReadingsSchema';
import { hasTypedValue, typedExtra } from './typedExtra';

const TEMPERATURES = TYPED_MEANS.filter(({ bound }) => bound === 'temperatureC').map(
  ({ heading }) => heading,
);

export type TypedRun =
  | { saved: true; id: number; label: string }
  | { saved: false; message: string; field?: string }
  | { saved: false; asked: string[] };

/** A run typed where there is no log: settled means, or readings at places, by hand. */
export function typeRun(roundUpId: number, input: NewRunInput): Promise<TypedRun> {
  return inTransaction((db) => typeRunIn(db, roundUpId, input));
}

/** The same within a transaction. What is refused has written nothing. */
export async function typeRunIn(
  db: Queryable,
  roundUpId: number,
  input: NewRunInput,
  come: 'typed by hand' | 'pasted' = 'typed by hand',
): Promise<TypedRun> {
  const entry = await findEntry(db, roundUpId, input.entry);
  if (!entry) return { saved: false, message: `no entry "${input.entry}" in this round-up` };
  const { cpuC, ambientC } = input;
  const readings = toSpotReadings(input.readings);
  const extra = typedExtra({}, input);
  if (readings.length === 0 && cpuC === null && !hasTypedValue(extra))
    return { saved: false, message: 'the die’s mean was expected, or a reading at a place', field: 'cpuC' };
  if (ambientC === null && TEMPERATURES.some((heading) => extra[heading] !== undefined))
    return {
      saved: false,
      message: 'the room’s mean was expected beside a temperature',
      field: 'ambientC',
    };
  if (cpuC !== null && ambientC === null)
    return { saved: false, message: 'the room’s mean was expected beside the die’s', field: 'ambientC' };
  const impossible = cpuC === null ? null : impossibleRise(cpuC, ambientC!, input.loadW);
  if (impossible) return { saved: false, message: impossible, field: 'cpuC' };
  const { rig } = (await getRoundUp(db, roundUpId))!;
  const limited = cpuC !== null && cpuC >= rig.limitC - LIMIT_BAND_K;
  const view = input.confirmed ? null : await viewRoundUp(roundUpId);
  const asked = input.confirmed
    ? []
    : [
        ...askedAbout(input, limited, rig.powerAt),
        ...oddReadings(readings, input.rpm, await spunBefore(db, entry, null)),
        ...(await sameTypedRun(db, entry, input, readings)),
        ...(view ? new WrittenBeside(view).asked({ ...input, startedAt: '' }) : []),
      ];
  if (asked.length > 0) return { saved: false, asked };
  const label = await nextLabel(db, roundUpId);
  const id = await insertRun(db, {
    ...NEW_RUN,
    label,
    ...entry,
    mount: input.mount,
    pass: input.pass,
    loadW: input.loadW,
    loadName: input.loadName.trim(),
    gpuLoadW: input.gpuLoadW,
    setting: input.setting,
    control: 'fixed',
    noiseDb: input.noiseDb,
    floorDb: input.floorDb,
    trace: '',
    typedCpuC: cpuC,
    typedAmbientC: ambientC,
    typedPowerW: input.powerW,
    dutyPct: input.dutyPct,
    rpm: input.rpm,
    startedAt: '',
    note: input.note,
    extra,
    traceDigest: '',
  });
  await insertReadings(db, [{ runId: id, readings }]);
  await insertChange(db, id, {
    who: input.who || 'reviewer',
    what: 'run',
    was: '',
    isNow: come,
  });
  await reduceStoredRun(db, id);
  return { saved: true, id, label };
}
