import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join, relative, resolve } from 'node:path';
import { UnusableInput } from '@/formats/problem';
import { readBundle } from '@/formats/bundle/readBundle';
import { SITE_LIST, staticSite } from '@/lab/report/staticSite';
import { callerFolder, readPaths, runCommand, UsageError } from './arguments';
import { bundleAt } from './bundleAt';

const USAGE = './abanico site OUT BUNDLE… [--address URL]';

/** Refuses a folder that holds anything but a site of ours: nothing of somebody's is written over. */
async function refuseOthers(out: string, shown: string): Promise<void> {
  const found = await readdir(out, { recursive: true, withFileTypes: true }).catch(
    (error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return [];
      throw new UnusableInput({ file: shown, message: `cannot be written (${error.code ?? error.message})` });
    },
  );
  if (found.length === 0) return;
  const list = await readFile(join(out, SITE_LIST), 'utf8')
    .then((text) => new Set((JSON.parse(text) as { files: string[] }).files))
    .catch(() => new Set<string>());
  const other = found
    .filter((entry) => !entry.isDirectory())
    .map((entry) => relative(out, join(entry.parentPath, entry.name)))
    .find((path) => !list.has(path));
  if (other)
    throw new UnusableInput({
      file: shown,
      message: `holds “${other}”, which is none of this site: nothing was written. Give an empty folder.`,
    });
}

void runCommand(async () => {
  const { paths, values } = readPaths(USAGE, { address: { type: 'string' } });
  const [shown, ...given] = paths;
  if (given.length === 0) throw new UsageError(`a folder and one bundle at least (usage: ${USAGE})`);
  const out = resolve(callerFolder(), shown!);
  await refuseOthers(out, shown!);
  const bundles = [];
  for (const path of given) {
    const files = await bundleAt(resolve(callerFolder(), path));
    bundles.push({ path, files, name: readBundle(files).dataPackage.name });
  }
  const { files, problems } = await staticSite(bundles, String(values.address ?? '').replace(/\/+$/, ''));
  // Made whole beside it, then put in its place: a site that is served is never half of one.
  const [fresh, old] = [`${out}.new-${process.pid}`, `${out}.old-${process.pid}`];
  for (const [path, bytes] of files) {
    await mkdir(dirname(join(fresh, path)), { recursive: true });
    await writeFile(join(fresh, path), bytes);
  }
  await rename(out, old).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ENOENT') throw error;
  });
  await rename(fresh, out);
  await rm(old, { recursive: true, force: true });
  for (const problem of problems) process.stderr.write(`abanico: ${problem}\n`);
  process.stdout.write(`${shown}: ${bundles.length} versions, ${files.size} files\n`);
});
