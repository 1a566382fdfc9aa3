import { untold, type Tell } from '@/core/progress';
import { loadLabel } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps';
import { isZip, readZip } from '@/formats/bundle/bundleZip';
import { readBundle } from '@/formats/bundle/readBundle';
import { UnusableInput, type Problem } from '@/formats/problem';
import { reduceAll } from './importBundle';
import { fileBytes, uploadedFiles, wholeFile } from './uploads';
import type { UploadedFile } from '@/database/uploads';

export interface BundleCheck {
  kind: 'bundle';
  title: string;
  problems: Problem[];
  entries: { entry: string; product: string; runs: number }[];
  runs: number;
  loads: string[];
  setAside: number;
  unsettled: number;
  others: string[];
  /** A round-up of the same title that is in the lab already. */
  alreadyThere: { id: number; runs: number } | null;
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
  tell: Tell = untold,
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
    alreadyThere: null,
  };
}

/** Looks at an upload before anything is written: what will come, what is wrong, what is already there. */
export async function checkUpload(
  uploadId: string,
  tell: Tell = untold,
): Promise<BundleCheck | LogsCheck | null> {
  const files = await uploadedFiles(uploadId);
  if (files.length === 0) return null;
  try {
    const bundleFiles = await bundleFilesOf(uploadId, tell);
    if (!bundleFiles) return { kind: 'logs', files };
    const bundle = readBundle(bundleFiles, tell);
    const { reduced, problems } = reduceAll(bundle, tell);
    const { title } = bundle.dataPackage;
    const twin = (await withDatabase(listRoundUps)).find((of) => of.title === title);
    const byEntry = groupBy(bundle.runs, ({ run }) => run.entry);
    return {
      kind: 'bundle',
      title,
      problems: [...bundle.problems, ...problems],
      entries: bundle.entries.map(({ entry, product }) => ({
        entry,
        product,
        runs: byEntry.get(entry)?.length ?? 0,
      })),
      runs: bundle.runs.length,
      loads: [...new Set(bundle.runs.map(({ run }) => loadLabel(run)))],
      setAside: bundle.runs.filter(({ run }) => run.setAside).length,
      unsettled: reduced.filter(({ reduction }) => !reduction.settled).length,
      others: bundle.others.map((of) => of.path),
      alreadyThere: twin ? { id: twin.id, runs: twin.runs } : null,
    };
  } catch (error) {
    if (error instanceof UnusableInput) return nothingUsable(error.problem);
    throw error;
  }
}
