import { withDatabase } from '@/database/pool';
import { Refused } from '@/lab/refusal';
import { beginUpload, takeFile, uploadedFiles } from '@/lab/bring/uploads';
import { WorkPool } from '@/lab/work/workPool';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { smallBundle } from '../support/bundles';
import { inFreshLab } from '../support/lab';

inFreshLab();

async function uploaded(files: ReadonlyMap<string, Uint8Array>): Promise<string> {
  const id = await beginUpload();
  const stream = async function* (bytes: Uint8Array) {
    yield bytes;
  };
  for (const [path, bytes] of files) await takeFile(id, path, stream(bytes));
  return id;
}

const counted = () =>
  withDatabase(async (db) => {
    const { rows } = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM runs');
    return rows[0]!.n;
  });

const roomy = new WorkPool({ memoryMb: 2048, seconds: 100 });
const brought = (uploadId: string) => roomy.run('import', { uploadId }, uploadId);

test('what is done aside comes back as it is, faults and refusals with their words, and says how far it is', async () => {
  const id = await uploaded(asBytes(demoBundle(7)));
  const told = new Set<string>();
  const looking = setInterval(() => {
    const progress = roomy.progressOf(id);
    if (progress) told.add(progress.what);
  }, 20);
  expect(await roomy.run('check', { uploadId: id }, id)).toMatchObject({
    kind: 'bundle',
    problems: [],
    runs: 168,
  });
  clearInterval(looking);
  expect([...told]).toEqual(expect.arrayContaining(['Reading the logs', 'Reducing the runs']));
  expect(roomy.progressOf(id)).toBeNull();
  const log = await uploaded(new Map([['a.csv', new TextEncoder().encode('nothing of use')]]));
  const [file] = await uploadedFiles(log);
  expect(await roomy.run('describe', { uploadId: log, fileId: file!.id }, log)).toMatchObject({
    read: false,
  });
});

test('too much memory, or too long, is given up with a word; nothing of it is written, and the next goes on', async () => {
  const files = asBytes(demoBundle(7));
  const tight = new WorkPool({ memoryMb: 90, seconds: 100 });
  const id = await uploaded(files);
  await expect(tight.run('import', { uploadId: id }, id)).rejects.toThrow('needs more than 90 MB of memory');
  const hasty = new WorkPool({ memoryMb: 2048, seconds: 0.3 });
  await expect(hasty.run('import', { uploadId: id }, id)).rejects.toThrow('longer than 0.3 s');
  expect(await counted()).toBe(0);
  expect(await brought(await uploaded(smallBundle()))).toMatchObject({
    imported: true,
  });
});

test('an import that is stopped leaves nothing behind, and goes through afterwards', async () => {
  const before = await counted();
  const id = await uploaded(asBytes(demoBundle(7)));
  const stopped = roomy.run('import', { uploadId: id }, id);
  const refused = expect(stopped).rejects.toThrow(Refused);
  while (roomy.progressOf(id)?.what !== 'Writing the runs')
    await new Promise((resolve) => setTimeout(resolve, 10));
  roomy.stop(id);
  await refused;
  expect(await counted()).toBe(before);
  expect(await roomy.run('import', { uploadId: id }, id)).toMatchObject({ imported: true, runs: 168 });
});

test('two go at once; a third waits, says so, and can be stopped before it begins', async () => {
  const files = asBytes(demoBundle(7));
  const ids = [await uploaded(files), await uploaded(files), await uploaded(files)];
  const [first, second, third] = ids.map((uploadId) => roomy.run('check', { uploadId }, uploadId));
  expect(ids.map((id) => roomy.progressOf(id)?.waits)).toEqual([false, false, true]);
  const refused = expect(third).rejects.toThrow('Stopped');
  roomy.stop(ids[2]!);
  await refused;
  expect(await first).toMatchObject({ runs: 168 });
  expect(await second).toMatchObject({ runs: 168 });
});
