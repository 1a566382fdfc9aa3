import { fansText } from '@/core/lineUp/entry';
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
import { listAllReadings } from '@/database/runs/runValues';
import { listRecordings, type Recording } from '@/database/sound/recordings';
import { readTrace } from '@/database/runs/traces';
import { fileNameOf } from '@/formats/fileName';
import type { EntryKind } from '@/formats/bundle/tables/entriesTable';
import {
  bridgedCsv,
  changesCsv,
  clipsCsv,
  flatnessCsv,
  pricesCsv,
  layoutsCsv,
  readingsCsv,
  type BundleTable,
} from '@/formats/bundle/tables/sideTables';
import type { Channel } from '@/formats/bundle/tables/traceTable';
import { dataPackageJson, entriesCsv, runsCsv, traceCsv } from '@/formats/bundle/writeBundle';
import { coverWordsIn, ownCoverWords } from '../lineUp/coverWordsOf';
import { bridgedForBundle } from '../bridge/bridgeView';
import { lineUpOf } from '../lineUp/lineUpView';
import { refuseCovered } from './coverGate';
import { leavingPhoto, leavingWav } from './wordless';
import { platesOf } from '../lineUp/plates';
import { pricesOf } from '../lineUp/prices';
import { briefOf } from '../planning/briefView';
import { exportedClips } from '../sound/exportedClips';
import { recordedWhole } from '../sound/recordedFile';
import { exportPlanning } from './exportPlanning';
import { viewRoundUp } from '../model/roundUpView';

/** What is known of a recording without its samples. */
export type KeptRecording = Pick<Recording, 'id' | 'size' | 'sound' | 'fullScaleDb'>;

export interface BundleFile {
  path: string;
  bytes: Uint8Array;
  /** Samples or a picture alone, written anew as it goes: there is no word in it. */
  isWordless?: boolean;
}

/** Labels made unique within the bundle: two entries of the lab may each have a run "1". */
function uniqueLabels(runs: readonly { id: number; label: string; entry: string }[]): Map<number, string> {
  const taken = new Set<string>();
  const labels = new Map<number, string>();
  for (const { id, label, entry } of runs) {
    let name = taken.has(label) ? `${entry}-${label}` : label;
    while (taken.has(name)) name = `${name}-${id}`;
    taken.add(name);
    labels.set(id, name);
  }
  return labels;
}

function tracePath(label: string, taken: Set<string>): string {
  const base = fileNameOf(label, 'run');
  let path = `traces/${base}.csv`;
  for (let i = 2; taken.has(path.toLowerCase()); i += 1) path = `traces/${base}-${i}.csv`;
  taken.add(path.toLowerCase());
  return path;
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

/** Columns that a bundle came with: their headings, too, are somebody's words. */
const coveredColumns = (extra: Record<string, string>, words: CoverWords): Record<string, string> =>
  Object.fromEntries(Object.entries(extra).map(([name, value]) => [words.text(name), words.text(value)]));

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
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const { roundUp } = view;
  const runs = [...view.runs].reverse();
  const [source, entryExtras, runExtras, changes, kept, lineUp, readings] = await withDatabase((db) =>
    Promise.all([
      getRoundUpSource(db, roundUpId),
      listEntryExtras(db, roundUpId),
      listRunExtras(db, roundUpId),
      listAllChanges(db, roundUpId),
      listKeptFiles(db, roundUpId),
      lineUpOf(db, roundUpId),
      listAllReadings(db, roundUpId),
    ]),
  );
  const words = leaving === 'private' ? NO_COVERS : coverWordsIn(lineUp);
  const own = leaving === 'private' ? new Map<string, CoverWords>() : ownCoverWords(lineUp);
  /** What was written of an entry itself. */
  const ofEntry = (entry: string, text: string) => words.text(own.get(entry)?.text(text) ?? text);
  const planning = await exportPlanning(view, leaving);
  const isPublic = leaving === 'publishable';
  const labels = uniqueLabels(runs.map((run) => ({ ...run, label: words.id(run.label) })));
  const extras = new Map(runExtras.map((runExtra) => [runExtra.id, runExtra]));
  const taken = new Set<string>();
  const rows = runs.map((run) => ({
    ...run,
    run: labels.get(run.id)!,
    trace: run.hasTrace ? tracePath(labels.get(run.id)!, taken) : '',
    extra: isPublic ? {} : coveredColumns(extras.get(run.id)!.extra, words),
    ...{ setting: ofEntry(run.entry, run.setting), loadName: words.text(run.loadName) },
    ...{ note: isPublic ? '' : words.text(run.note), setAside: words.text(run.setAside) },
    ...{ windowReason: words.text(run.windowReason), levelCorrection: coverAll(run.levelCorrection, words) },
  }));
  const entryOf = new Map(runs.map((run) => [run.id, run.entry]));
  const coveredChange = ({ runId, what, was, isNow }: (typeof changes)[number]) => ({
    what: words.text(what),
    was: ofEntry(entryOf.get(runId)!, was),
    isNow: ofEntry(entryOf.get(runId)!, isNow),
  });
  const extraOf = new Map(entryExtras.map((entryExtra) => [entryExtra.entry, entryExtra]));
  // What pages show is under its cover already; the lab's own copy has who it is.
  const behind = new Map(
    leaving !== 'private'
      ? []
      : lineUp.flatMap(({ covered, code, product: { body }, entry }) =>
          covered ? [[code, { productName: body.name, maker: body.maker, fans: fansText(entry.body) }]] : [],
        ),
  );
  const entries = view.entries.map((shown) => {
    const entry = { ...shown, ...behind.get(shown.entry) };
    const { fanCount, extra } = extraOf.get(entry.entry)!;
    return {
      ...{ ...entry, fanCount, kind: entry.kind as EntryKind, extra: coveredColumns(extra, words) },
      ...{ product: words.text(entry.productName), maker: words.text(entry.maker) },
      fans: ofEntry(entry.entry, entry.fans),
    };
  });

  const layouts = coverAll(
    Object.entries(planning.lineUp).flatMap(([code, { entry }]) =>
      entry && entry.layout.length > 0 ? [{ entry: code, layout: entry.layout }] : [],
    ),
    words,
  );
  const plates = coverAll(await platesOf(roundUpId), words);
  const told = isPublic ? changes.filter(({ what }) => what !== 'note') : changes;
  const noted = (await pricesOf(roundUpId)).map(({ entry, prices: list }) => ({
    entry,
    prices: isPublic ? list.map((price) => ({ ...price, note: '' })) : list,
  }));
  const prices = coverAll(noted, words);
  const bridged = coverAll(await bridgedForBundle(view), words);
  const recordings = await withDatabase((db) => listRecordings(db, roundUpId));
  const clips = exportedClips(recordings, { labels, words, ofEntry, isPublic });
  const tables: BundleTable[] = [
    ...(told.length > 0 ? (['changes.csv'] as const) : []),
    ...(readings.length > 0 ? (['readings.csv'] as const) : []),
    ...(layouts.length > 0 ? (['layouts.csv'] as const) : []),
    ...(plates.length > 0 ? (['flatness.csv'] as const) : []),
    ...(prices.length > 0 ? (['prices.csv'] as const) : []),
    ...(clips.length > 0 ? (['clips.csv'] as const) : []),
    ...(bridged.length > 0 ? (['bridged.csv'] as const) : []),
  ];

  // A lab of before these tables were known kept them as files.
  const others = kept
    .filter(({ path }) => !(tables as string[]).includes(path))
    // Written anew, or not at all: an entry that was covered since has another id.
    .filter(({ path }) => path !== 'bridged.csv')
    // What came along and is not known may say anything.
    .filter(({ path }) => !isPublic || path.startsWith('photos/'))
    .map(({ path, content }) => ({
      path: words.id(path),
      bytes: coveredFile(content, words),
      isPhoto: path.startsWith('photos/'),
    }));

  async function* files(): AsyncGenerator<BundleFile> {
    const encode = (path: string, text: string) => ({ path, bytes: new TextEncoder().encode(text) });
    const traces: { path: string; headings: string[] }[] = [];
    yield encode('entries.csv', entriesCsv(entries));
    yield encode('runs.csv', runsCsv(rows));
    if (readings.length > 0)
      yield encode(
        'readings.csv',
        readingsCsv(coverAll(readings, words).map((row) => ({ ...row, run: labels.get(row.runId)! }))),
      );
    if (plates.length > 0) yield encode('flatness.csv', flatnessCsv(plates));
    if (prices.length > 0) yield encode('prices.csv', pricesCsv(prices));
    if (layouts.length > 0) yield encode('layouts.csv', layoutsCsv(layouts));
    if (told.length > 0) {
      yield encode(
        'changes.csv',
        changesCsv(
          told.map((change) => ({
            ...{ ...change, who: words.text(change.who) },
            // Codes are ids: an entry under cover has one of its own.
            ...(change.what === 'entry' ? {} : coveredChange(change)),
            run: labels.get(change.runId)!,
            changedAt: change.changedAt.toISOString(),
          })),
        ),
      );
    }
    for (const row of rows) {
      if (!row.hasTrace) continue;
      const channels = coveredChannels(await withDatabase((db) => readTrace(db, row.id)), words);
      traces.push({ path: row.trace, headings: channels.map((channel) => channel.heading) });
      yield encode(row.trace, traceCsv(channels));
    }
    if (clips.length > 0) yield encode('clips.csv', clipsCsv(clips.map(({ row }) => row)));
    if (bridged.length > 0) yield encode('bridged.csv', bridgedCsv(bridged));
    for (const { id, row } of clips)
      yield {
        path: row.path,
        bytes: withoutSamples
          ? new Uint8Array()
          : await leavingWav(row.path, await recordedWhole(id), leaving),
        isWordless: true,
      };
    for (const { path, bytes, isPhoto } of others) {
      const left = isPhoto && leaving !== 'private' ? await leavingPhoto(bytes) : bytes;
      if (left) yield { path, bytes: left, isWordless: isPhoto };
    }
    const { name, title, packageId, beganAt, rig, loadsW, noiseLineDba, windowS, referenceAmbientC } =
      roundUp;
    const { name: rigName, enclosure, meterDistanceCm, limitC, powerAt } = rig;
    const band = (await withDatabase((db) => briefOf(db, roundUp.id)))!.body.bandDba;
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
        bandDba: [band.from, band.to],
      },
      planning: coverAll(planning, words),
      source: isPublic ? {} : coverAll(source, words),
    };
    yield encode(
      'datapackage.json',
      dataPackageJson(dataPackage, traces, tables, [
        ...clips.map(({ row }) => row.path),
        ...others.map((other) => other.path),
      ]),
    );
  }
  async function* gated(): AsyncGenerator<BundleFile> {
    for await (const file of files()) {
      refuseCovered(words, file.path, file.isWordless ? '' : file.bytes);
      yield file;
    }
  }
  return {
    ...{ name: words.id(roundUp.name), runs: runs.length },
    files: gated(),
    heard: new Map(clips.map(({ id, row }) => [row.path, recordings.find((other) => other.id === id)!])),
  };
}
