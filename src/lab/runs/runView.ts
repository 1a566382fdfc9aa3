import type { ShownValue } from '@/core/responses/shownValue';
import type { SpotReading } from '@/core/responses/spotReading';
import { DRAWN_BESIDE } from '@/core/channels/channels';
import { RESPONSES } from '@/core/responses/responses';
import { RUN_SPEEDS } from '@/core/responses/runSpeeds';
import { listChanges, type Change } from '@/database/runs/changes';
import { withDatabase } from '@/database/pool';
import { neighbours, type Neighbours } from '@/database/runs/runs';
import { listReadings } from '@/database/runs/runReadings';
import { getValueParts, valuesOfRun, type ValueRow } from '@/database/runs/runValues';
import { readTrace, type StoredChannel } from '@/database/runs/traces';

export interface RunView {
  channels: StoredChannel[];
  neighbours: Neighbours;
  changes: Change[];
  /** What it came to beside the rise of its die, in the order of the registry; speeds last. */
  values: ShownValue[];
  /** What was read of it by hand. */
  readings: SpotReading[];
  /** What runs.csv has beside its own columns: typed means among them. */
  more: Record<string, string>;
}

const SPEEDS = RUN_SPEEDS.map(({ id, name }) => ({
  id,
  name,
  unit: 'rpm',
  decimals: 0,
}));

const BESIDE = RESPONSES.filter(({ throttles }) => !throttles);

function shownValues(rows: readonly ValueRow[], scoreUnit: string): ShownValue[] {
  return [...BESIDE, ...SPEEDS].flatMap(({ id, name, unit, decimals }) =>
    rows
      .filter((row) => row.response === id)
      .map(({ place, value, unsettledReason, sensor }) => ({
        name,
        place,
        value,
        maximum: sensor?.maximum ?? null,
        unit: id === 'score' ? scoreUnit : unit,
        decimals,
        unsettledReason,
      })),
  );
}

const SHOWN_CHANNELS = [
  ...['t_s', 'cpu_c', 'ambient_c', 'power_w', 'fan_rpm'],
  ...DRAWN_BESIDE.map(({ heading }) => heading),
];

/** What the page of a run shows beyond its line in the logbook: channels, neighbours, and who changed what. */
export async function viewRun(roundUpId: number, runId: number, windowS: number): Promise<RunView> {
  return withDatabase(async (db) => {
    const channels = await readTrace(db, runId, SHOWN_CHANNELS);
    const next = await neighbours(db, roundUpId, runId);
    const changes = await listChanges(db, runId);
    const values = await valuesOfRun(db, runId, windowS);
    const parts = await getValueParts(db, runId);
    const readings = await listReadings(db, runId);
    return {
      more: parts.extra,
      channels,
      neighbours: next,
      changes,
      readings,
      values: shownValues(values, parts.extra.score_unit ?? ''),
    };
  });
}
