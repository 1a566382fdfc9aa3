import type { CountedLoudness } from '@/core/sound/loudness/countedLoudness';
import type { LayoutFan } from '@/core/cases/layout';
import { fansOfLayout } from '@/core/lineUp/fansOfLayout';
import { blankEntry } from '@/core/lineUp/entry';
import type { DatedPrice } from '@/core/lineUp/prices';
import type { PlatePoint } from '@/core/plate/flatness';
import { noProgress, type Tell } from '@/core/progress';
import { ProblemList, UnusableInput, type Problem } from '../problem';
import { readBridged, type BundleBridged } from './tables/bridgedTable';
import { readClips, type BundleClip } from './tables/clipsTable';
import { readChanges, type BundleChange } from './tables/changesTable';
import { findFile, rootedFiles, type BundleFiles } from './bundleFiles';
import { readDataPackage, type DataPackage } from './dataPackage';
import { readEntries, type BundleEntry } from './tables/entriesTable';
import { readLayouts } from './tables/layoutsTable';
import { readFlatness } from './tables/flatnessTable';
import { readPrices } from './tables/pricesTable';
import { readReadings } from './tables/readingsTable';
import type { WavStart } from '../wav/wavStart';
import { readTable } from '../table';
import type { JudgedClip } from '@/core/sound/judgedClip';
import type { SpotReading } from '@/core/responses/spotReading';
import { readRuns, type BundleRun } from './tables/runsTable';
import { readTraceTable, type TraceTable } from './tables/traceTable';

export interface Bundle {
  dataPackage: DataPackage;
  entries: BundleEntry[];
  /** Runs with their log, or null where their means were typed, and what was read by hand at places. */
  runs: { run: BundleRun; trace: TraceTable | null; readings: SpotReading[] }[];
  changes: BundleChange[];
  /** Recordings, and the WAVs that they name by their paths. */
  clips: BundleClip[];
  sounds: ReadonlyMap<string, Uint8Array>;
  /** What was heard in them, once somebody has listened (lab/sound/bundleClips.ts). */
  heard?: {
    /** Loudness of runs by their ids. */
    sones: ReadonlyMap<string, CountedLoudness>;
    clips: readonly { clip: BundleClip; judged: JudgedClip }[];
    /** Their first seconds by path, where a verdict lets them be heard. */
    starts: ReadonlyMap<string, WavStart>;
  };
  /** What was measured on another rig and carried over; its file is kept as it came, too. */
  bridged: BundleBridged[];
  problems: Problem[];
  /** Files that belong to no part we know: kept, and given back on export. */
  others: { path: string; bytes: Uint8Array }[];
}

function wanted(files: BundleFiles, path: string): Uint8Array {
  const found = findFile(files, path);
  if (!found) throw new UnusableInput({ file: path, message: 'not there: a bench bundle holds this file' });
  return found.bytes;
}

/** Ids that stand in readings.csv; what is wrong in it is told when it is read. */
function runsRead(bytes: Uint8Array): Set<string> {
  return new Set(
    readTable('readings.csv', bytes, ['run'], new ProblemList()).rows.map((row) => row.cells.run ?? ''),
  );
}

/** Puts layouts with what the package says of their entries; fans are those of the layout where no others are noted. */
function addLayouts({ planning }: DataPackage, layouts: ReadonlyMap<string, LayoutFan[]>): void {
  for (const [code, layout] of layouts) {
    const part = planning.lineUp[code] ?? { product: null, entry: null, sample: null };
    const entry = part.entry ?? blankEntry();
    const fans = entry.fans.length > 0 ? entry.fans : fansOfLayout(layout, []);
    planning.lineUp[code] = { ...part, entry: { ...entry, fans, layout } };
  }
}

/** Puts what was measured of plates with what the package says of their entries. */
function addPlates({ planning }: DataPackage, plates: ReadonlyMap<string, PlatePoint[]>): void {
  for (const [code, points] of plates) {
    const part = planning.lineUp[code] ?? { product: null, entry: null, sample: null };
    planning.lineUp[code] = { ...part, plate: { points } };
  }
}

/** Puts what entries cost with what the package says of them. */
function addPrices({ planning }: DataPackage, byEntry: ReadonlyMap<string, DatedPrice[]>): void {
  for (const [code, prices] of byEntry)
    planning.lineUp[code] = {
      ...(planning.lineUp[code] ?? { product: null, entry: null, sample: null }),
      prices: { prices },
    };
}

/**
 * A bench bundle from its files. Rows that cannot be used are left out and all listed together.
 * @throws UnusableInput where datapackage.json, a table or a required column is missing, or the version unknown
 */
export function readBundle(given: ReadonlyMap<string, Uint8Array>, tell: Tell = noProgress): Bundle {
  const files = rootedFiles(given);
  const dataPackage = readDataPackage(wanted(files, 'datapackage.json'));
  const problems = new ProblemList();
  for (const problem of dataPackage.problems) problems.push(problem);
  const entries = readEntries(wanted(files, 'entries.csv'), problems);
  const known = new Set(entries.map((entry) => entry.entry));
  const spots = files.get('readings.csv');
  const runs = readRuns(wanted(files, 'runs.csv'), known, problems, spots ? runsRead(spots) : undefined);
  const used = new Set(['datapackage.json', 'entries.csv', 'runs.csv', 'readings.csv']);
  const readings = spots
    ? readReadings(spots, new Set(runs.map((run) => run.run)), problems)
    : new Map<string, SpotReading[]>();
  const layouts = files.get('layouts.csv');
  if (layouts) {
    used.add('layouts.csv');
    addLayouts(dataPackage, readLayouts(layouts, known, problems, dataPackage.planning.labCase?.sides));
  }
  const plates = files.get('flatness.csv');
  if (plates) {
    used.add('flatness.csv');
    addPlates(dataPackage, readFlatness(plates, known, problems));
  }
  const prices = files.get('prices.csv');
  if (prices) {
    used.add('prices.csv');
    addPrices(dataPackage, readPrices(prices, known, problems));
  }
  const withTraces: Bundle['runs'] = [];
  for (const [i, run] of runs.entries()) {
    tell('Reading the logs', i / runs.length);
    if (!run.trace) {
      withTraces.push({ run, trace: null, readings: readings.get(run.run) ?? [] });
      continue;
    }
    const found = findFile(files, run.trace);
    if (!found) {
      const message = `the log "${run.trace}" is not in the bundle: row left out`;
      problems.push({ file: 'runs.csv', line: run.line, column: 'trace', message });
      continue;
    }
    used.add(found.path);
    const trace = readTraceTable(run.trace, found.bytes, problems);
    if (!trace) continue;
    const hasRoom = trace.channels.some((channel) => channel.heading === 'ambient_c');
    if (!hasRoom && run.typedAmbientC === null) {
      const message = 'no room temperature: neither a column "ambient_c" nor one typed in runs.csv';
      problems.push({ file: run.trace, line: 1, column: 'ambient_c', message });
      continue;
    }
    withTraces.push({ run, trace, readings: readings.get(run.run) ?? [] });
  }
  let changes: BundleChange[] = [];
  const log = files.get('changes.csv');
  if (log) {
    used.add('changes.csv');
    changes = readChanges(log, new Set(withTraces.map(({ run }) => run.run)), problems);
  }
  const carried = files.get('bridged.csv');
  const bridged = carried ? readBridged(carried, known, problems) : [];
  const recordings = files.get('clips.csv');
  const wavs = new Set<string>();
  const clips = recordings
    ? readClips(
        recordings,
        { files, entries: known, runs: new Set(withTraces.map(({ run }) => run.run)), used: wavs },
        problems,
      )
    : [];
  if (recordings) used.add('clips.csv');
  for (const path of wavs) used.add(path);
  const others = [...files]
    .filter(([path]) => !used.has(path) && !path.split('/').some((part) => part.startsWith('.')))
    .map(([path, bytes]) => ({ path, bytes }));
  const sounds = new Map([...wavs].map((path) => [path, files.get(path)!]));
  return {
    dataPackage,
    entries,
    runs: withTraces,
    changes,
    clips,
    sounds,
    bridged,
    problems: problems.list(),
    others,
  };
}
