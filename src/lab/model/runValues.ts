import { levelOfRun } from '@/core/levels/meterMean';
import { isMissing } from '@/core/missing';
import type { Reduction } from '@/core/reduction/reduceTrace';
import { RESPONSES } from '@/core/responses/responses';
import { RUN_SPEEDS } from '@/core/responses/runSpeeds';
import { steady } from '@/core/responses/runValue';
import type { CountedLoudness } from '@/core/sound/loudness/countedLoudness';
import type { SpotReading } from '@/core/responses/spotReading';
import { windowMean, type MeasuredRun } from '@/core/responses/measuredRun';
import { valueOfRun } from '@/core/responses/valueOfRun';
import type { Queryable } from '@/database/pool';
import { listReadings } from '@/database/runs/runReadings';
import { getValueParts, writeValues, type ValueRow } from '@/database/runs/runValues';
import { readTrace } from '@/database/runs/traces';
import type { BundleRun } from '@/formats/bundle/tables/runsTable';
import { STANDING_ALONE } from '@/core/channels/channels';
import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { numberChannels, type TraceTable } from '@/formats/bundle/tables/traceTable';

interface Rule {
  loadW: number;
  limitC: number;
  windowS: number;
}

/** A run of a bundle as responses see it. */
export function bundleMeasured(
  { run, trace, readings }: { run: BundleRun; trace: TraceTable | null; readings: readonly SpotReading[] },
  die: Reduction | null,
  rule: Rule,
  sone: CountedLoudness | null = null,
): MeasuredRun {
  const typed = new Map(Object.entries(run.typedMeans));
  if (run.typedAmbientC !== null) typed.set('ambient_c', run.typedAmbientC);
  return {
    ...rule,
    channels: trace && numberChannels(trace),
    typed,
    die,
    levelDb: levelOfRun(run, readings).levelDb,
    sone,
    rpm: run.rpm,
    readings,
    score: run.score?.value ?? null,
  };
}

/** Everything that a run came to, the rise of its die first. Its level is kept with the run itself. */
export function valuesOf(measured: MeasuredRun): ValueRow[] {
  const rows: ValueRow[] = [];
  for (const response of RESPONSES) {
    const { atPlaces, keptWith, id } = response;
    if (keptWith !== 'values') continue;
    const places =
      atPlaces !== null
        ? [
            ...new Set(
              measured.readings
                .filter((reading) => reading.quantity === atPlaces)
                .map((reading) => reading.place),
            ),
          ]
        : [''];
    for (const place of places) {
      const value = valueOfRun(measured, response, place);
      if (value.known) rows.push({ response: id, place, ...value.value });
    }
  }
  for (const { id, heading } of RUN_SPEEDS) {
    const rpm = windowMean(measured, heading);
    if (rpm !== null) rows.push({ response: id, place: '', ...steady(rpm) });
  }
  return rows;
}

function numberIn(cells: Record<string, string>, heading: string): number | null {
  const text = cells[heading]?.trim() ?? '';
  return text === '' || !Number.isFinite(Number(text)) ? null : Number(text);
}

/** The same for a run of the lab, from its log, its readings and what was typed. */
export async function saveStoredValues(
  db: Queryable,
  run: Rule & { id: number; hasTrace: boolean; typedAmbientC: number | null },
  die: Reduction,
): Promise<void> {
  const parts = await getValueParts(db, run.id);
  const readings = await listReadings(db, run.id);
  const typed = new Map<string, number>();
  for (const { heading } of TYPED_MEANS) {
    const mean = numberIn(parts.extra, heading);
    if (mean !== null) typed.set(heading, mean);
  }
  if (run.typedAmbientC !== null) typed.set('ambient_c', run.typedAmbientC);
  const speeds = RUN_SPEEDS.map((speed) => speed.heading);
  const wanted = ['t_s', 'cpu_c', 'ambient_c', 'power_w', ...speeds, ...STANDING_ALONE];
  const measured: MeasuredRun = {
    loadW: run.loadW,
    limitC: run.limitC,
    windowS: run.windowS,
    channels: run.hasTrace ? numberChannels({ channels: await readTrace(db, run.id, wanted) }) : null,
    typed,
    die: isMissing(die.riseK) ? null : die,
    // Kept with the run itself: no value of it is stored.
    levelDb: levelOfRun({ ...parts, levelCorrection: null }, readings).levelDb,
    sone: null,
    rpm: parts.rpm,
    readings,
    score: numberIn(parts.extra, 'score'),
  };
  await writeValues(db, run.id, run.windowS, valuesOf(measured));
}
