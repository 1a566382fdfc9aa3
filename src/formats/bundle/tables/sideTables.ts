import { ownUnit } from '@/core/responses/readingUnits';
import type { LayoutFan } from '@/core/cases/layout';
import type { DatedPrice } from '@/core/lineUp/prices';
import type { PlatePoint } from '@/core/plate/flatness';
import type { SpotReading } from '@/core/responses/spotReading';
import { BRIDGED_COLUMNS, type BundleBridged } from './bridgedTable';
import { CHANGE_COLUMNS, type BundleChange } from './changesTable';
import { CLIP_COLUMNS, type BundleClip } from './clipsTable';
import { table, type FieldSchema } from './csvTable';

const READING_FIELDS: FieldSchema[] = [
  { name: 'run', type: 'string' },
  { name: 'quantity', type: 'string' },
  { name: 'place', type: 'string' },
  { name: 'value', type: 'number' },
  { name: 'unit', type: 'string' },
  { name: 'rpm', type: 'number' },
];

const LAYOUT_FIELDS: FieldSchema[] = [
  { name: 'entry', type: 'string' },
  { name: 'place', type: 'string' },
  { name: 'slot', type: 'integer' },
  { name: 'direction', type: 'string' },
  { name: 'fan', type: 'string' },
  { name: 'size_mm', type: 'number' },
  { name: 'duty_pct', type: 'number' },
];

const FLATNESS_FIELDS: FieldSchema[] = [
  { name: 'entry', type: 'string' },
  { name: 'x_mm', type: 'number' },
  { name: 'y_mm', type: 'number' },
  { name: 'depth_um', type: 'number' },
];

const PRICE_FIELDS: FieldSchema[] = [
  { name: 'entry', type: 'string' },
  { name: 'date', type: 'string' },
  { name: 'price', type: 'number' },
  { name: 'currency', type: 'string' },
  { name: 'region', type: 'string' },
  { name: 'in_stock', type: 'boolean' },
  { name: 'note', type: 'string' },
];

const CLIP_NUMBERS = new Set<string>(['distance_cm', 'calibrator_db', 'channel']);

const BRIDGED_TEXTS = new Set<string>(['entry', 'load_name', 'from', 'by']);

/** Tables beside entries and runs, with their columns. */
export const TABLES = {
  'changes.csv': CHANGE_COLUMNS.map((name): FieldSchema => ({
    name,
    type: name === 'changed_at' ? 'datetime' : 'string',
  })),
  'readings.csv': READING_FIELDS,
  'layouts.csv': LAYOUT_FIELDS,
  'flatness.csv': FLATNESS_FIELDS,
  'prices.csv': PRICE_FIELDS,
  'clips.csv': CLIP_COLUMNS.map((name): FieldSchema => ({
    name,
    type: CLIP_NUMBERS.has(name) ? 'number' : 'string',
  })),
  'bridged.csv': BRIDGED_COLUMNS.map((name): FieldSchema => ({
    name,
    type: BRIDGED_TEXTS.has(name) ? 'string' : 'number',
  })),
};

export type BundleTable = keyof typeof TABLES;

/** Fans in their slots, a row for each. */
export function layoutsCsv(layouts: readonly { entry: string; layout: readonly LayoutFan[] }[]): string {
  const rows = layouts.flatMap(({ entry, layout }) =>
    layout.map(({ place, slot, direction, fan, sizeMm, dutyPct }) => ({
      ...{ entry, place, slot, direction, fan, size_mm: sizeMm, duty_pct: dutyPct },
    })),
  );
  return table(
    LAYOUT_FIELDS.map((field) => field.name),
    rows,
  );
}

/** Places of plates, a row for each. */
export function flatnessCsv(plates: readonly { entry: string; points: readonly PlatePoint[] }[]): string {
  const rows = plates.flatMap(({ entry, points }) =>
    points.map(({ xMm, yMm, depthUm }) => ({ entry, x_mm: xMm, y_mm: yMm, depth_um: depthUm })),
  );
  return table(
    FLATNESS_FIELDS.map((field) => field.name),
    rows,
  );
}

/** What entries cost, a row for each day and region. */
export function pricesCsv(entries: readonly { entry: string; prices: readonly DatedPrice[] }[]): string {
  const rows = entries.flatMap(({ entry, prices }) =>
    prices.map(({ inStock, ...price }) => ({
      ...{ entry, ...price },
      in_stock: inStock === null ? null : String(inStock),
    })),
  );
  return table(
    PRICE_FIELDS.map((field) => field.name),
    rows,
  );
}

/** Recordings, a row for each WAV. */
export function clipsCsv(clips: readonly Omit<BundleClip, 'line'>[]): string {
  const rows = clips.map((clip) => ({
    ...{ entry: clip.entry, setting: clip.setting, path: clip.path, distance_cm: clip.distanceCm },
    calibration: clip.calibration,
    calibrator_db: clip.calibration === '' && clip.kind !== 'calibration' ? null : clip.calibratorDb,
    ...{
      room: clip.room,
      kind: clip.kind,
      run: clip.run,
      recorded_at: clip.recordedAt,
      channel: clip.channel,
    },
    ...{ used_anyway: clip.usedAnyway, set_aside: clip.setAside },
  }));
  return table(CLIP_COLUMNS, rows);
}

/** Spot readings in the unit of their quantity, whatever they were typed in. */
export function readingsCsv(readings: readonly (SpotReading & { run: string })[]): string {
  const rows = readings.map(({ run, quantity, place, value, rpm }) => ({
    run,
    quantity,
    place,
    value,
    unit: ownUnit(quantity),
    rpm,
  }));
  return table(
    READING_FIELDS.map((field) => field.name),
    rows,
  );
}

export function changesCsv(changes: readonly BundleChange[]): string {
  const rows = changes.map((change) => ({
    run: change.run,
    changed_at: change.changedAt,
    who: change.who,
    what: change.what,
    was: change.was,
    is_now: change.isNow,
  }));
  return table(CHANGE_COLUMNS, rows);
}

/** What was measured on another rig and carried over, a row for each entry, load and line. */
export function bridgedCsv(bridged: readonly BundleBridged[]): string {
  const rows = bridged.map((row) => ({
    ...{ entry: row.entry, load_w: row.loadW, load_name: row.loadName },
    gpu_load_w: row.gpuLoadW === 0 ? null : row.gpuLoadW,
    ...{ noise_db: row.lineDb, rise_k: row.value, interval95_k: row.interval95, there_k: row.there },
    ...{ level_db: row.levelDb, from: row.from, by: row.by },
  }));
  return table(BRIDGED_COLUMNS, rows);
}
