import { coverAll } from '@/core/lineUp/underCover';
import {
  bridgedCsv,
  changesCsv,
  clipsCsv,
  flatnessCsv,
  layoutsCsv,
  pricesCsv,
  readingsCsv,
  type BundleTable,
} from '@/formats/bundle/tables/sideTables';
import type { PlanningParts } from '@/formats/bundle/planningParts';
import type { listAllReadings } from '@/database/runs/runReadings';
import { bridgedForBundle } from '../bridge/bridgeView';
import { platesOf } from '../lineUp/plates';
import { pricesOf } from '../lineUp/prices';
import type { RoundUpView } from '../model/roundUpView';
import type { ExportedClip } from '../sound/exportedClips';
import type { Covers, leavingChanges } from './leavingRuns';

/** A table beside entries and runs, with nothing where it has no row. */
export type SideTables = Partial<Record<BundleTable, string>>;

/** The tables beside entries and runs, each only where it has a row. */
export async function leavingTables(
  view: RoundUpView,
  {
    labels,
    changes,
    readings,
    clips,
    planning,
  }: {
    labels: ReadonlyMap<number, string>;
    changes: ReturnType<typeof leavingChanges>;
    readings: Awaited<ReturnType<typeof listAllReadings>>;
    clips: readonly ExportedClip[];
    planning: PlanningParts;
  },
  { leaving, words }: Covers,
): Promise<SideTables> {
  const layouts = Object.entries(planning.lineUp).flatMap(([code, { entry }]) =>
    entry && entry.layout.length > 0 ? [{ entry: code, layout: entry.layout }] : [],
  );
  const prices = (await pricesOf(view.roundUp.id)).map(({ entry, prices: list }) => ({
    entry,
    prices: leaving === 'publishable' ? list.map((price) => ({ ...price, note: '' })) : list,
  }));
  const csvOf = <Row>(rows: readonly Row[], csv: (rows: Row[]) => string) =>
    rows.length > 0 ? csv(coverAll([...rows], words)) : undefined;
  const readBy = (rows: typeof readings) =>
    readingsCsv(rows.map((row) => ({ ...row, run: labels.get(row.runId)! })));
  const tables: { [Name in BundleTable]?: string | undefined } = {
    // Changes and clips are under their covers already, each by its entry.
    'changes.csv': changes.length > 0 ? changesCsv(changes) : undefined,
    'readings.csv': csvOf(readings, readBy),
    'layouts.csv': csvOf(layouts, layoutsCsv),
    'flatness.csv': csvOf(await platesOf(view.roundUp.id), flatnessCsv),
    'prices.csv': csvOf(prices, pricesCsv),
    'clips.csv': clips.length > 0 ? clipsCsv(clips.map(({ row }) => row)) : undefined,
    'bridged.csv': csvOf(await bridgedForBundle(view), bridgedCsv),
  };
  return Object.fromEntries(Object.entries(tables).filter(([, csv]) => csv !== undefined));
}
