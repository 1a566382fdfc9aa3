import { stringify } from 'csv-stringify/sync';
import type { RunRow } from './sweepRuns';

export interface DemoEntry {
  entry: string;
  product: string;
  maker: string;
  kind: string;
  fans: string;
  fanCount: number;
  price: number;
  heightMm: number | null;
  isControl: boolean;
}

/** The tables and `datapackage.json` of a simulated round-up, put with its logs. */
export function demoFiles(
  files: Map<string, string>,
  given: {
    name: string;
    title: string;
    entries: readonly DemoEntry[];
    runs: readonly RunRow[];
    abanico: Record<string, unknown>;
  },
): Map<string, string> {
  const entries = given.entries.map((entry) => ({
    entry: entry.entry,
    product: entry.product,
    maker: entry.maker,
    kind: entry.kind,
    fans: entry.fans,
    fan_count: entry.fanCount,
    price: entry.price,
    currency: 'EUR',
    height_mm: entry.heightMm,
    is_control: String(entry.isControl),
  }));
  files.set('entries.csv', stringify(entries, { header: true }));
  files.set('runs.csv', stringify([...given.runs], { header: true }));
  const resources = ['entries.csv', 'runs.csv', ...given.runs.map((run) => run.trace).filter(Boolean)];
  const dataPackage = {
    profile: 'data-package',
    name: given.name,
    title: given.title,
    resources: resources.map((path) => ({ name: path.replace(/\.csv$/, '').replace('/', '-'), path })),
    abanico: { formatVersion: 1, ...given.abanico },
  };
  files.set('datapackage.json', `${JSON.stringify(dataPackage, null, 1)}\n`);
  return files;
}

/** Files of a demo as bytes, as an import takes them. */
export function asBytes(files: ReadonlyMap<string, string>): Map<string, Uint8Array> {
  const encoder = new TextEncoder();
  return new Map([...files].map(([path, text]) => [path, encoder.encode(text)]));
}
