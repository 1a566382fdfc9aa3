import { coverAll, NO_COVERS, type CoverWords, type Leaving } from '@/core/lineUp/underCover';
import { viewOwnLab } from '../roundUps/ownLab';
import { withDatabase } from '@/database/pool';
import {
  getRoundUpSource,
  listAllChanges,
  listEntryExtras,
  listKeptFiles,
  listRunExtras,
} from '@/database/roundUps/exports';
import { listAllReadings } from '@/database/runs/runReadings';
import { listRecordings, type Recording } from '@/database/sound/recordings';
import { readTrace } from '@/database/runs/traces';
import type { BundleTable } from '@/formats/bundle/tables/sideTables';
import type { Channel } from '@/formats/bundle/tables/traceTable';
import { isVersionFile } from '@/formats/bundle/versionFiles';
import { dataPackageJson, entriesCsv, runsCsv, traceCsv } from '@/formats/bundle/writeBundle';
import { lineUpOf } from '../lineUp/lineUpView';
import { refuseCovered } from './coverGate';
import { versionsAlong } from '../publish/versionsAlong';
import { leavingPhoto, leavingWav } from './wordless';
import { briefOf } from '../planning/briefView';
import { exportedClips } from '../sound/exportedClips';
import { recordedWhole } from '../sound/recordedFile';
import { exportPlanning } from './exportPlanning';
import { viewRoundUp } from '../model/roundUpView';
import { coversOf, labelsOf, leavingChanges, leavingEntries, leavingRuns } from './leavingRuns';
import { leavingTables } from './leavingTables';

/** What is known of a recording without its samples. */
export type KeptRecording = Pick<Recording, 'id' | 'size' | 'sound' | 'fullScaleDb'>;

export interface BundleFile {
  path: string;
  bytes: Uint8Array;
  /** Samples or a picture alone, written anew as it goes: there is no word in it. */
  isWordless?: boolean;
}

/** A file that came along; a text of it goes under cover like all else. */
function coveredFile(content: Uint8Array, words: CoverWords): Uint8Array {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(content);
    const covered = words.text(text);
    return covered === text ? content : new TextEncoder().encode(covered);
  } catch {
    return content;
  }
}

/** A log under cover: headings, and cells that are texts. */
const coveredChannels = (channels: readonly Channel[], words: CoverWords): Channel[] =>
  words === NO_COVERS
    ? [...channels]
    : channels.map(({ heading, values }) => ({
        heading: words.text(heading),
        values: Array.isArray(values) ? values.map(words.text) : values,
      }));

export interface ExportWish {
  leaving?: Leaving;
  /** Recordings stand with no bytes: what was heard in them is kept, and who only ranks by it needs no more. */
  withoutSamples?: boolean;
}

export interface ExportedBundle {
  name: string;
  files: AsyncGenerator<BundleFile>;
  /** Runs that have to be in it. */
  runs: number;
  /** What was heard in each recording, by its path. */
  heard: ReadonlyMap<string, KeptRecording>;
}

/** Tables in the order of their files; recordings follow their table. */
const BEFORE_TRACES = ['readings.csv', 'flatness.csv', 'prices.csv', 'layouts.csv', 'changes.csv'] as const;
const AFTER_TRACES = ['clips.csv', 'bridged.csv'] as const;

/** All of a round-up that leaves, under its covers. */
async function partsOf(roundUpId: number, leaving: Leaving) {
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const [source, entryExtras, runExtras, changes, kept, lineUp, readings, recordings, brief] =
    await withDatabase((db) =>
      Promise.all([
        getRoundUpSource(db, roundUpId),
        listEntryExtras(db, roundUpId),
        listRunExtras(db, roundUpId),
        listAllChanges(db, roundUpId),
        listKeptFiles(db, roundUpId),
        lineUpOf(db, roundUpId),
        listAllReadings(db, roundUpId),
        listRecordings(db, roundUpId),
        briefOf(db, roundUpId),
      ]),
    );
  const covers = coversOf(lineUp, leaving);
  const { words, ofEntry } = covers;
  const isPublic = leaving === 'publishable';
  const planning = await exportPlanning(view, leaving);
  const labels = labelsOf(view, covers);
  const rows = leavingRuns(view, labels, runExtras, covers);
  const clips = exportedClips(recordings, { labels, words, ofEntry, isPublic });
  const told = leavingChanges(view, labels, changes, covers);
  const tables = await leavingTables(view, { labels, changes: told, readings, clips, planning }, covers);
  const others = kept
    // A lab of before these tables were known kept them as files.
    .filter(({ path }) => !(path in tables))
    // Written anew, or not at all: an entry that was covered since has another id.
    .filter(({ path }) => path !== 'bridged.csv')
    // Of what was published the lab has its own.
    .filter(({ path }) => !isVersionFile(path))
    // What came along and is not known may say anything.
    .filter(({ path }) => !isPublic || path.startsWith('photos/'))
    .map(({ path, content }) => ({
      path: words.id(path),
      bytes: coveredFile(content, words),
      isPhoto: path.startsWith('photos/'),
    }));
  const entries = leavingEntries(view, lineUp, entryExtras, covers);
  const { bandDba } = brief!.body;
  return {
    view,
    words,
    leaving,
    source,
    entries,
    rows,
    tables,
    clips,
    others,
    planning,
    bandDba,
    recordings,
  };
}

type LeavingParts = NonNullable<Awaited<ReturnType<typeof partsOf>>>;

const fileOf = (path: string, text: string): BundleFile => ({ path, bytes: new TextEncoder().encode(text) });

/** `datapackage.json`, which names all that went before it. */
async function packageFile(
  { view, words, leaving, source, tables, clips, others, planning, bandDba }: LeavingParts,
  traces: readonly { path: string; headings: string[] }[],
  versions: readonly string[],
): Promise<BundleFile> {
  const { name, title, packageId, beganAt, rig, loadsW, noiseLineDba, windowS, referenceAmbientC } =
    view.roundUp;
  const { name: rigName, enclosure, meterDistanceCm, limitC, powerAt } = rig;
  const { body: own } = await viewOwnLab();
  const dataPackage = {
    // Of a bundle that another lab made, theirs stays in its source.
    lab: source.contributors || source.homepage ? null : coverAll(own, words),
    name: words.id(name),
    title: words.text(title),
    packageId,
    beganAt,
    rig: { name: rigName, enclosure, meterDistanceCm, limitC, powerAt },
    method: {
      ...{ loadsW, noiseLineDba, windowS, referenceAmbientC },
      bandDba: [bandDba.from, bandDba.to] as [number, number],
    },
    planning: coverAll(planning, words),
    source: leaving === 'publishable' ? {} : coverAll(source, words),
  };
  return fileOf(
    'datapackage.json',
    dataPackageJson(dataPackage, traces, Object.keys(tables) as BundleTable[], [
      ...clips.map(({ row }) => row.path),
      ...others.map((other) => other.path),
      ...versions,
    ]),
  );
}

async function* filesOf(parts: LeavingParts, withoutSamples: boolean): AsyncGenerator<BundleFile> {
  const { words, leaving, tables, rows, entries, clips, others } = parts;
  const traces: { path: string; headings: string[] }[] = [];
  yield fileOf('entries.csv', entriesCsv(entries));
  yield fileOf('runs.csv', runsCsv(rows));
  for (const name of BEFORE_TRACES) if (tables[name] !== undefined) yield fileOf(name, tables[name]);
  for (const row of rows) {
    if (!row.hasTrace) continue;
    const channels = coveredChannels(await withDatabase((db) => readTrace(db, row.id)), words);
    traces.push({ path: row.trace, headings: channels.map((channel) => channel.heading) });
    yield fileOf(row.trace, traceCsv(channels));
  }
  for (const name of AFTER_TRACES) if (tables[name] !== undefined) yield fileOf(name, tables[name]);
  for (const { id, row } of clips) {
    const samples = withoutSamples
      ? new Uint8Array()
      : await leavingWav(row.path, await recordedWhole(id), leaving);
    yield { path: row.path, bytes: samples, isWordless: true };
  }
  for (const { path, bytes, isPhoto } of others) {
    const left = isPhoto && leaving !== 'private' ? await leavingPhoto(bytes) : bytes;
    if (left) yield { path, bytes: left, isWordless: isPhoto };
  }
  const versions: string[] = [];
  // What was published goes with the lab's own copy alone: others get what is published from where it is published.
  if (leaving === 'private')
    for await (const file of versionsAlong(parts.view.roundUp.id)) {
      versions.push(file.path);
      yield file;
    }
  yield await packageFile(parts, traces, versions);
}

/** Nothing leaves that names what is under cover. */
async function* gated(files: AsyncGenerator<BundleFile>, words: CoverWords): AsyncGenerator<BundleFile> {
  for await (const file of files) {
    refuseCovered(words, file.path, file.isWordless ? '' : file.bytes);
    yield file;
  }
}

/**
 * A round-up as a bench bundle with everything in it: set-aside runs, reasons, moved windows, notes, change
 * log, and what came with it and we do not know. Files one by one, so that no more than one trace is held; whoever takes them while
 * others write asks for them in one snapshot (`inSnapshot`). Null where there is no such round-up; the files throw `Refused` where a
 * covered name would leave.
 */
export async function exportBundle(
  roundUpId: number,
  { leaving = 'covered', withoutSamples = false }: ExportWish = {},
): Promise<ExportedBundle | null> {
  const parts = await partsOf(roundUpId, leaving);
  if (!parts) return null;
  const { view, words, rows, clips, recordings } = parts;
  return {
    ...{ name: words.id(view.roundUp.name), runs: rows.length },
    files: gated(filesOf(parts, withoutSamples), words),
    heard: new Map(clips.map(({ id, row }) => [row.path, recordings.find((other) => other.id === id)!])),
  };
}
