import { stringify } from 'csv-stringify/sync';
import { isMissing } from '@/core/missing';
import { takenApart } from '@/core/runs/runColumns';
import { safeText } from '../safeText';
import { table, type FieldSchema } from './tables/csvTable';
import { FORMAT_VERSION, type DataPackage } from './dataPackage';
import type { BundleEntry } from './tables/entriesTable';
import { RUN_TABLE, type BundleRun } from './tables/runsTable';
import { TABLES, type BundleTable } from './tables/sideTables';
import type { Channel } from './tables/traceTable';

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

const RUN_FIELDS: FieldSchema[] = RUN_TABLE.map(({ heading, type }) => ({ name: heading, type }));

export function runsCsv(runs: readonly Omit<BundleRun, 'line' | 'typedMeans' | 'score'>[]): string {
  const rows = runs.map((run) => {
    // No load on a graphics card is an empty cell.
    const row = { ...takenApart(run), label: run.run, gpuLoadW: run.gpuLoadW || null };
    return {
      ...run.extra,
      ...Object.fromEntries(RUN_TABLE.map(({ field, heading }) => [heading, row[field]])),
    };
  });
  return table([...RUN_FIELDS.map((field) => field.name), ...extraColumns(runs)], rows);
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
  {
    name,
    title,
    packageId,
    lab,
    beganAt,
    rig,
    method,
    planning,
    source,
  }: Omit<DataPackage, 'problems' | 'version'>,
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
  const { brief, plan, verdict, lineUp, revision, revisions, book, labCase, remounts, leftOut } = planning;
  const rest = {
    brief: brief ?? undefined,
    plan: plan ?? undefined,
    verdict: verdict ?? undefined,
    leftOut: leftOut.length > 0 ? leftOut : undefined,
    lineUp: Object.keys(lineUp).length > 0 ? lineUp : undefined,
  };
  const revised = revisions.length > 0 ? { revision, revisions, book: book ?? undefined } : {};
  const known = remounts.length > 0 ? { remounts } : {};
  const rigParts = { ...revised, case: labCase ?? undefined, ...known };
  const content = {
    profile: 'data-package',
    id: packageId ?? undefined,
    created: beganAt?.toISOString(),
    ...omitted(source, ['id', 'created']),
    ...(lab?.name ? { contributors: [{ title: lab.name, role: 'author' }] } : {}),
    ...(lab?.methodAt ? { homepage: lab.methodAt } : {}),
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
