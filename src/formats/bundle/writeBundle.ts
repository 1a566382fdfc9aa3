import { ownUnit } from '@/core/responses/readingUnits';
import { stringify } from 'csv-stringify/sync';
import type { LayoutFan } from '@/core/cases/layout';
import type { DatedPrice } from '@/core/lineUp/prices';
import type { PlatePoint } from '@/core/plate/flatness';
import { isMissing } from '@/core/missing';
import type { SpotReading } from '@/core/responses/spotReading';
import { safeText } from '../safeText';
import { CLIP_COLUMNS, type BundleClip } from './clipsTable';
import { CHANGE_COLUMNS, type BundleChange } from './changesTable';
import { FORMAT_VERSION, type DataPackage } from './dataPackage';
import type { BundleEntry } from './entriesTable';
import type { BundleRun } from './runsTable';
import type { Channel } from './traceTable';

type Cell = string | number | boolean | null;

interface FieldSchema {
  name: string;
  type: 'string' | 'number' | 'integer' | 'boolean' | 'datetime';
}

/** Numbers as they are, text safe for a spreadsheet, nothing for what is missing. */
function table(columns: readonly string[], rows: readonly Record<string, Cell>[]): string {
  const cells = rows.map((row) =>
    columns.map((name) => {
      const value = row[name] ?? '';
      return typeof value === 'string' ? safeText(value) : String(value);
    }),
  );
  return stringify([columns.map(safeText), ...cells]);
}

function extraColumns(rows: readonly { extra: Record<string, string> }[]): string[] {
  return [...new Set(rows.flatMap((row) => Object.keys(row.extra)))];
}

const ENTRY_FIELDS: FieldSchema[] = [
  { name: 'entry', type: 'string' },
  { name: 'product', type: 'string' },
  { name: 'maker', type: 'string' },
  { name: 'kind', type: 'string' },
  { name: 'fans', type: 'string' },
  { name: 'fan_count', type: 'integer' },
  { name: 'price', type: 'number' },
  { name: 'currency', type: 'string' },
  { name: 'height_mm', type: 'number' },
  { name: 'is_control', type: 'boolean' },
];

export function entriesCsv(entries: readonly BundleEntry[]): string {
  const rows = entries.map((entry) => ({
    ...entry.extra,
    entry: entry.entry,
    product: entry.product,
    maker: entry.maker,
    kind: entry.kind,
    fans: entry.fans,
    fan_count: entry.fanCount,
    price: entry.price,
    currency: entry.currency,
    height_mm: entry.heightMm,
    is_control: entry.isControl,
  }));
  return table([...ENTRY_FIELDS.map((field) => field.name), ...extraColumns(entries)], rows);
}

const RUN_FIELDS: FieldSchema[] = [
  { name: 'run', type: 'string' },
  { name: 'entry', type: 'string' },
  { name: 'mount', type: 'integer' },
  { name: 'pass', type: 'integer' },
  { name: 'load_w', type: 'number' },
  { name: 'setting', type: 'string' },
  { name: 'noise_db', type: 'number' },
  { name: 'floor_db', type: 'number' },
  { name: 'trace', type: 'string' },
  { name: 'cpu_c', type: 'number' },
  { name: 'ambient_c', type: 'number' },
  { name: 'power_w', type: 'number' },
  { name: 'load_name', type: 'string' },
  { name: 'gpu_load_w', type: 'number' },
  { name: 'control', type: 'string' },
  { name: 'duty_pct', type: 'number' },
  { name: 'rpm', type: 'number' },
  { name: 'started_at', type: 'string' },
  { name: 'note', type: 'string' },
  { name: 'set_aside', type: 'string' },
  { name: 'window_start_s', type: 'number' },
  { name: 'window_end_s', type: 'number' },
  { name: 'window_reason', type: 'string' },
  { name: 'ambient_doubt_k', type: 'number' },
  { name: 'level_correction_db', type: 'number' },
  { name: 'level_correction_doubt_db', type: 'number' },
  { name: 'level_correction_why', type: 'string' },
];

export function runsCsv(runs: readonly Omit<BundleRun, 'line' | 'typedMeans' | 'score'>[]): string {
  const rows = runs.map((run) => ({
    ...run.extra,
    run: run.run,
    entry: run.entry,
    mount: run.mount,
    pass: run.pass,
    load_w: run.loadW,
    setting: run.setting,
    noise_db: run.noiseDb,
    floor_db: run.floorDb,
    trace: run.trace,
    cpu_c: run.typedCpuC,
    ambient_c: run.typedAmbientC,
    power_w: run.typedPowerW,
    load_name: run.loadName,
    gpu_load_w: run.gpuLoadW === 0 ? null : run.gpuLoadW,
    control: run.control,
    duty_pct: run.dutyPct,
    rpm: run.rpm,
    started_at: run.startedAt,
    note: run.note,
    set_aside: run.setAside,
    window_start_s: run.movedWindow?.startS ?? null,
    window_end_s: run.movedWindow?.endS ?? null,
    window_reason: run.windowReason,
    ambient_doubt_k: run.ambientDoubtK,
    level_correction_db: run.levelCorrection?.db ?? null,
    level_correction_doubt_db: run.levelCorrection?.doubtDb ?? null,
    level_correction_why: run.levelCorrection?.why ?? '',
  }));
  return table([...RUN_FIELDS.map((field) => field.name), ...extraColumns(runs)], rows);
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

/** Tables beside entries and runs, with their columns. */
const CLIP_NUMBERS = new Set<string>(['distance_cm', 'calibrator_db', 'channel']);

const TABLES = {
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

/** A log as it is kept: every number written so that it reads back the same. */
export function traceCsv(channels: readonly Channel[]): string {
  const rows = channels[0]?.values.length ?? 0;
  const isText = channels.map((channel) => Array.isArray(channel.values));
  const lines = [stringify([channels.map((channel) => safeText(channel.heading))]).trimEnd()];
  for (let i = 0; i < rows; i += 1) {
    const cells = channels.map(({ values }, c) => {
      const value = values[i]!;
      if (!isText[c]) return isMissing(value as number) ? '' : String(value);
      const text = safeText(value as string);
      return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
    });
    lines.push(cells.join(','));
  }
  return `${lines.join('\n')}\n`;
}

/** A record without some keys, so that they come in their own place. */
function omitted(source: Record<string, unknown>, keys: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(Object.entries(source).filter(([key]) => !keys.includes(key)));
}

/** datapackage.json (Frictionless Data Package v1) with a schema for each table, over what it came with. */
export function dataPackageJson(
  { name, title, packageId, beganAt, rig, method, planning, source }: Omit<DataPackage, 'problems'>,
  traces: readonly { path: string; headings: readonly string[] }[],
  tables: readonly BundleTable[],
  others: readonly string[],
): string {
  const resource = (path: string, fields?: FieldSchema[]) => ({
    name: path
      .replace(/\.[a-z]+$/i, '')
      .toLowerCase()
      .replace(/[^a-z0-9._-]+/g, '-'),
    path,
    ...(fields ? { profile: 'tabular-data-resource', schema: { fields } } : {}),
  });
  const ours = typeof source.abanico === 'object' && source.abanico !== null ? source.abanico : {};
  const { brief, plan, verdict, lineUp, revision, revisions, book, labCase } = planning;
  const rest = {
    brief: brief ?? undefined,
    plan: plan ?? undefined,
    verdict: verdict ?? undefined,
    lineUp: Object.keys(lineUp).length > 0 ? lineUp : undefined,
  };
  const revised = revisions.length > 0 ? { revision, revisions, book: book ?? undefined } : {};
  const rigParts = { ...revised, case: labCase ?? undefined };
  const content = {
    profile: 'data-package',
    id: packageId ?? undefined,
    created: beganAt?.toISOString(),
    ...omitted(source, ['id', 'created']),
    name,
    title,
    resources: [
      resource('entries.csv', ENTRY_FIELDS),
      resource('runs.csv', RUN_FIELDS),
      ...tables.map((path) => resource(path, TABLES[path])),
      ...traces.map(({ path, headings }) =>
        resource(
          path,
          headings.map((heading) => ({ name: heading, type: 'number' as const })),
        ),
      ),
      ...others.map((path) => resource(path)),
    ],
    abanico: { ...ours, formatVersion: FORMAT_VERSION, rig: { ...rig, ...rigParts }, method, ...rest },
  };
  return `${JSON.stringify(content, null, 1)}\n`;
}
