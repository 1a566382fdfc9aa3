import { withDatabase } from '@/database/pool';
import { editRuns } from '@/lab/editRun';
import { runEdits } from '@/lab/runEditSchema';
import { beginUpload, takeFile, uploadedFiles } from '@/lab/uploads';
import { viewRoundUp } from '@/lab/roundUpView';
import { replacing, smallBundle } from '../support/bundles';
import { importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function* bytes(text: string): AsyncGenerator<Uint8Array> {
  yield new TextEncoder().encode(text);
}

test('a file whose name leads out of its folder is not taken; one inside stands under its plain path', async () => {
  const upload = await beginUpload();
  const out = [
    '/etc/cron.d/evil',
    '../up.csv',
    'x\\..\\..\\evil.txt',
    'C:\\a.csv',
    'a\0b',
    '\ud800.csv',
    '..',
  ];
  for (const path of out)
    await expect(takeFile(upload, path, bytes('t_s\n'))).rejects.toThrow('leads out of its folder');
  expect(await uploadedFiles(upload)).toEqual([]);
  await takeFile(upload, './traces\\1.csv', bytes('t_s\n1\n'));
  expect((await uploadedFiles(upload)).map((uploadedFile) => uploadedFile.path)).toEqual(['traces/1.csv']);
});

test('several runs at once: one that somebody else has changed meanwhile holds all of them back', async () => {
  const id = await importSound(smallBundle());
  const runs = (await viewRoundUp(id))!.runs;
  const edits = (versions: number[], mount: number) =>
    runEdits.validateSync({
      who: 'Ana',
      edits: runs.map((run, i) => ({ run: run.id, version: versions[i], changes: { mount } })),
    });
  const late = await editRuns(id, edits([1, 1, 7, 1], 2));
  expect(late).toMatchObject({ saved: false, run: runs[2]!.id, result: { why: 'conflict', version: 1 } });
  const after = (await viewRoundUp(id))!.runs;
  expect(after.map((run) => [run.mount, run.version])).toEqual(runs.map((run) => [run.mount, 1]));
  expect(await editRuns(id, edits([1, 1, 1, 1], 2))).toEqual({ saved: true, versions: [2, 2, 2, 2] });
});

test('values that no bench has do not come in by a bundle, whatever cell they stand in', async () => {
  const cases: [path: string, from: string, to: string, told: RegExp][] = [
    ['runs.csv', '30.0,22.0', '1e308,22.0', /level/],
    ['runs.csv', '30.0,22.0', '30.0,-1e308', /level/],
    ['runs.csv', '1,a,1,1,170', '1,a,1,1,1e300', /power/],
    ['runs.csv', '1,a,1,1,170', '1,a,1e9,1,170', /count|mount|whole/],
    ['datapackage.json', '"limitC":90', '"limitC":-1e308', /temperature limit/],
    ['datapackage.json', '"meterDistanceCm":60', '"meterDistanceCm":1e308', /distance/],
    ['datapackage.json', '"windowS":300', '"windowS":1e300', /settled window/],
    ['datapackage.json', '"enclosure":"open"', '"enclosure":["open"]', /enclosure/],
    [
      'datapackage.json',
      '"loadsW":[170]',
      `"loadsW":[${Array.from({ length: 400 }, () => 170).join()}]`,
      /heat loads/,
    ],
    ['entries.csv', '50,EUR,150', '50,EUR,0', /height/],
  ];
  const count = () =>
    withDatabase(async (db) => (await db.query('SELECT count(*)::int AS n FROM round_ups')).rows);
  const before = await count();
  for (const [path, from, to, told] of cases) {
    const result = await importAsNew(smallBundle(replacing(path, from, to)));
    expect([to, result.imported]).toEqual([to, false]);
    if (!result.imported)
      expect(result.problems.map((problem) => `${problem.column ?? ''} ${problem.message}`).join()).toMatch(
        told,
      );
  }
  expect(await count()).toEqual(before);
});
