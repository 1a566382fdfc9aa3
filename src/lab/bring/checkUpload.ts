import { isVersionFile } from '@/formats/bundle/versionFiles';
import { newVersionsIn } from '../publish/versionsAlong';
import { clockNow } from '@/clock/clockNow';
import { noProgress, type Tell } from '@/core/progress';
import { loadLabel } from '@/core/runs/load';
import { sameRun } from '@/core/runs/runIdentity';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import { isZip, readZip } from '@/formats/bundle/bundleZip';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { UnusableInput, type Problem } from '@/formats/problem';
import { reduceAll } from '../model/reduceAll';
import { offeredEntry, type OfferedEntry } from '../lineUp/labEntryWords';
import { hearBundle } from '../sound/bundleClips';
import { recogniseBundle, type BundleInLab } from './recogniseBundle';
import { fileBytes, uploadedFiles, wholeFile } from './uploads';
import type { UploadedFile } from '@/database/uploads';

export interface CheckedEntry {
  entry: string;
  product: string;
  runs: number;
  /** The lab's entry that it is beyond doubt; null where there is none. */
  sureId: number | null;
  /** Entries of the lab that it may be, with how many of its runs each has, and has had and deleted. */
  candidates: (OfferedEntry & { there: number; deleted: number })[];
}

export interface BundleCheck {
  kind: 'bundle';
  title: string;
  problems: Problem[];
  entries: CheckedEntry[];
  runs: number;
  loads: string[];
  setAside: number;
  unsettled: number;
  others: string[];
  /** The round-up that this is, in the lab already. */
  twin: { id: number; title: string } | null;
  /** Published versions and links that the twin lacks, or all of them without a twin. */
  published: { versions: number; links: number };
}

export interface LogsCheck {
  kind: 'logs';
  files: UploadedFile[];
}

async function firstBytes(fileId: number): Promise<Uint8Array> {
  for await (const chunk of fileBytes(fileId)) return chunk;
  return new Uint8Array(0);
}

/** The files of an uploaded bundle, unpacked where it came as a zip; null where the upload is no bundle. */
export async function bundleFilesOf(
  uploadId: string,
  tell: Tell = noProgress,
): Promise<Map<string, Uint8Array> | null> {
  const files = await uploadedFiles(uploadId);
  if (files.length === 1 && isZip(await firstBytes(files[0]!.id))) {
    tell('Unpacking', 0);
    return readZip(files[0]!.path, await wholeFile(files[0]!.id));
  }
  if (!files.some((file) => /(^|\/)(datapackage\.json|runs\.csv|entries\.csv)$/.test(file.path))) return null;
  const read = new Map<string, Uint8Array>();
  for (const file of files) read.set(file.path, await wholeFile(file.id));
  return read;
}

export function nothingUsable(problem: Problem): BundleCheck {
  return {
    kind: 'bundle',
    title: '',
    problems: [problem],
    entries: [],
    runs: 0,
    loads: [],
    setAside: 0,
    unsettled: 0,
    others: [],
    twin: null,
    published: { versions: 0, links: 0 },
  };
}

function checkedEntries(bundle: Bundle, inLab: BundleInLab, now: Date): CheckedEntry[] {
  const byEntry = groupBy(bundle.runs, ({ run }) => run.entry);
  return bundle.entries.map(({ entry, product }) => {
    const runs = (byEntry.get(entry) ?? []).map(({ run }) => inLab.identities.get(run.run)!);
    const { sureId, candidateIds } = inLab.entries.get(entry)!;
    const candidates = candidateIds.map((id) => {
      const found = inLab.lab.get(id)!;
      const same = runs.flatMap((run) => found.runs.find((other) => sameRun(run, other)) ?? []);
      const deleted = same.filter((run) => run.deleted).length;
      return { ...offeredEntry(found.entry, now), there: same.length, deleted };
    });
    return { entry, product, runs: runs.length, sureId, candidates };
  });
}

/** Looks at an upload before anything is written: what will come, what is wrong, what is already there. */
export async function checkUpload(
  uploadId: string,
  tell: Tell = noProgress,
  now = clockNow(),
): Promise<BundleCheck | LogsCheck | null> {
  const files = await uploadedFiles(uploadId);
  if (files.length === 0) return null;
  try {
    const bundleFiles = await bundleFilesOf(uploadId, tell);
    if (!bundleFiles) return { kind: 'logs', files };
    const bundle = readBundle(bundleFiles, tell);
    const { reduced, problems } = reduceAll(bundle, tell);
    const heard = await hearBundle(bundle, tell);
    const { title } = bundle.dataPackage;
    const inLab = await withDatabase((db) => recogniseBundle(db, bundle));
    const published = await withDatabase((db) => newVersionsIn(db, inLab.twin?.id ?? null, bundle.others));
    return {
      kind: 'bundle',
      title,
      problems: [...bundle.problems, ...problems, ...heard.problems],
      entries: checkedEntries(bundle, inLab, now),
      runs: bundle.runs.length,
      loads: [...new Set(bundle.runs.map(({ run }) => loadLabel(run)))],
      setAside: bundle.runs.filter(({ run }) => run.setAside).length,
      unsettled: reduced.filter(({ reduction }) => !reduction.settled).length,
      others: bundle.others.map((other) => other.path).filter((path) => !isVersionFile(path)),
      twin: inLab.twin,
      published: { versions: published?.versions.length ?? 0, links: published?.links.length ?? 0 },
    };
  } catch (error) {
    if (error instanceof UnusableInput) return nothingUsable(error.problem);
    throw error;
  }
}
