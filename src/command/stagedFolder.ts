import { mkdir, mkdtemp, rmdir, unlink, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';

/** Folders above relative paths, deepest first: `a/b/c.csv` gives `a/b`, then `a`. */
export function foldersOf(paths: Iterable<string>): string[] {
  const folders = new Set<string>();
  for (const path of paths)
    for (let folder = dirname(path); folder !== '.'; folder = dirname(folder)) folders.add(folder);
  return [...folders].sort((a, b) => b.length - a.length);
}

/** A new folder that holds the files of one command until they move to their place. */
export interface StagedFolder {
  path: string;
  /** Deletes the files that were written and have not moved, then the folders if they are empty. Nothing else is deleted. */
  discard: () => Promise<void>;
}

/** Writes files into a new folder beside `folder`, under a name that nothing has. Discards them if one cannot be written. */
export async function stageFolder(
  folder: string,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<StagedFolder> {
  await mkdir(dirname(folder), { recursive: true });
  const path = await mkdtemp(join(dirname(folder), `${basename(folder)}.new-`));
  const discard = async () => {
    for (const name of files.keys()) await unlink(join(path, name)).catch(() => undefined);
    for (const name of [...foldersOf(files.keys()), '.'])
      await rmdir(join(path, name)).catch(() => undefined);
  };
  try {
    for (const [name, content] of files) {
      await mkdir(dirname(join(path, name)), { recursive: true });
      await writeFile(join(path, name), content, { flag: 'wx' });
    }
  } catch (error) {
    await discard();
    throw error;
  }
  return { path, discard };
}
