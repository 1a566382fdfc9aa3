import { resolve } from 'node:path';
import { readBundle } from '@/formats/bundle/readBundle';
import { staticSite } from '@/lab/report/staticSite';
import { callerFolder, readPaths, runCommand, UsageError } from './arguments';
import { bundleAt } from './bundleAt';
import { SiteFolder } from './siteFolder';

const USAGE = './abanico site OUT BUNDLE… [--address URL]';

void runCommand(async () => {
  const { paths, values } = readPaths(USAGE, { address: { type: 'string' } });
  const [shown, ...given] = paths;
  if (given.length === 0) throw new UsageError(`a folder and one bundle at least (usage: ${USAGE})`);
  const folder = new SiteFolder(resolve(callerFolder(), shown!), shown!);
  await folder.check();
  const bundles = [];
  for (const path of given) {
    const files = await bundleAt(resolve(callerFolder(), path));
    const { name, version } = readBundle(files).dataPackage;
    bundles.push({ path, files, name, version });
  }
  const { files, problems } = await staticSite(bundles, String(values.address ?? '').replace(/\/+$/, ''));
  await folder.write(files);
  for (const problem of problems) process.stderr.write(`abanico: ${problem}\n`);
  process.stdout.write(`${shown}: ${bundles.length} versions, ${files.size} files\n`);
});
