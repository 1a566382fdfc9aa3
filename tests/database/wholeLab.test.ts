import { withDatabase } from '@/database/pool';
import { changeEntry } from '@/lab/lineUp/changeLineUp';
import { checkUpload, type BundleCheck } from '@/lab/bring/checkUpload';
import { editRun } from '@/lab/runs/editRun';
import { citeFromLab, offersOfLab } from '@/lab/lineUp/fromTheLab';
import { importBundle } from '@/lab/bring/importBundle';
import { changeRoundUp, duplicateRoundUp, viewDeletedRoundUps } from '@/lab/roundUps/keepRoundUps';
import { listLabRoundUps } from '@/lab/roundUps/listLabRoundUps';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { renewDigests } from '@/lab/model/renewDigests';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { searchLab } from '@/lab/roundUps/searchLab';
import { beginUpload, takeFile } from '@/lab/bring/uploads';
import { replacing, smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const sql = (text: string, values: unknown[] = []) =>
  withDatabase(async (db) => (await db.query<Record<string, unknown>>(text, values)).rows);
const count = async (table: string) => Number((await sql(`SELECT count(*) AS n FROM ${table}`))[0]!.n);
const counts = () => Promise.all(['products', 'entries', 'runs', 'trace_channels', 'round_ups'].map(count));
const started = (day: string) => (files: Map<string, string>) => {
  const [head, ...rows] = files.get('runs.csv')!.trim().split('\n');
  files.set('runs.csv', `${head},started_at\n${rows.map((row) => `${row},${day}T10:00:00`).join('\n')}\n`);
};
const checked = async (files: ReadonlyMap<string, Uint8Array>): Promise<BundleCheck> => {
  const upload = await beginUpload();
  async function* chunk(bytes: Uint8Array) {
    yield bytes;
  }
  for (const [path, bytes] of files) await takeFile(upload, path, chunk(bytes));
  return (await checkUpload(upload)) as BundleCheck;
};

test('the same bundle twice brings nothing twice; what was corrected or deleted since stays so; what is new in it comes', async () => {
  const id = await importSound(smallBundle(started('2026-03-01')));
  const view = (await viewRoundUp(id))!;
  const [other, four] = ['1', '4'].map((label) => view.runs.find((run) => run.label === label)!);
  const edit = { who: 'Ana', confirmed: true, changes: { noiseDb: 31 }, version: 1, note: '' };
  expect(await editRun(id, other!.id, edit as never)).toMatchObject({ saved: true });
  await editRun(id, four!.id, { ...edit, changes: { deleted: true } } as never);
  await changeRoundUp(id, { title: 'Renamed since', was: 'A small round-up' });

  const bundle = await exported(id);
  const before = await counts();
  expect(await importBundle(bundle)).toMatchObject({ imported: true, roundUpId: id, runs: 0, there: 3 });
  expect(await importBundle(smallBundle(started('2026-03-01')), { asAnother: true })).toMatchObject({
    runs: 0,
    there: 4,
  });
  const [, , runs] = await counts();
  expect((await counts()).slice(0, 4)).toEqual(before.slice(0, 4));
  expect((await viewRoundUp(id))!.runs.find((run) => run.id === other!.id)!.noiseDb).toBe(31);

  const more = new Map(bundle);
  const text = new TextDecoder().decode(bundle.get('runs.csv'));
  const [head, row] = text.split('\n') as [string, string];
  const trace = bundle.get('traces/1.csv')!;
  const line = row.replace(/^"?1"?,/, '2,').replace('traces/1.csv', 'traces/new.csv');
  more.set('runs.csv', new TextEncoder().encode(`${head}\n${row}\n${line}\n`));
  more.set(
    'traces/new.csv',
    new TextEncoder().encode(new TextDecoder().decode(trace).replaceAll(',170', ',169')),
  );
  const check = await checked(more);
  expect(check.twin).toEqual({ id, title: 'Renamed since' });
  expect(check.entries[0]).toMatchObject({
    sureId: other ? expect.any(Number) : null,
    runs: 2,
    candidates: [expect.objectContaining({ there: 1 })],
  });
  expect(await importBundle(more)).toMatchObject({ imported: true, roundUpId: id, runs: 1, there: 1 });
  expect(await count('runs')).toBe(runs! + 1);
  // Another measurement under a label that is taken has one of its own.
  expect((await viewRoundUp(id))!.runs.map((run) => run.label).sort()).toEqual(['1', '2', '2-2', '3']);
});

test('two who bring the same at once: the second finds what the first has written', async () => {
  const bundle = smallBundle((files) => {
    replacing('entries.csv', 'Levante', 'Terral')(files);
    replacing('entries.csv', 'Poniente', 'Mistral')(files);
    replacing('datapackage.json', 'A small', 'Another small')(files);
    for (const path of [1, 2, 3, 4].map((n) => `traces/${n}.csv`))
      files.set(path, files.get(path)!.replaceAll(',170', ',171'));
  });
  const results = await Promise.all([importBundle(bundle), importBundle(bundle)]);
  expect(results.map((result) => result.imported && result.runs).sort()).toEqual([0, 4]);
  const again = (await listLabRoundUps()).filter((item) => item.title === 'Another small round-up');
  expect(again).toHaveLength(1);
});

test('an entry that is only called alike is asked about; the answer is kept to, and one of the lab’s is taken once', async () => {
  const bundle = smallBundle((files) => {
    replacing('datapackage.json', 'A small', 'A third small')(files);
    for (const path of [1, 2, 3, 4].map((n) => `traces/${n}.csv`))
      files.set(path, files.get(path)!.replaceAll(',170', ',168'));
  });
  const check = await checked(bundle);
  expect(check.entries.map(({ sureId, candidates }) => [sureId, candidates.length > 0])).toEqual([
    [null, true],
    [null, true],
  ]);
  const before = await counts();
  expect(await importBundle(bundle)).toMatchObject({
    imported: false,
    problems: [
      {
        file: 'entries.csv',
        column: 'entry',
        message: expect.stringContaining('is it the same one, or another?'),
      },
    ],
  });
  const [a, b] = check.entries.map(({ candidates }) => candidates[0]!.entryId) as [number, number];
  expect(await importBundle(bundle, { meant: { a, b: a } })).toMatchObject({ imported: false });
  expect(await importBundle(bundle, { meant: { a: 10 ** 6, b } })).toMatchObject({ imported: false });
  expect(await counts()).toEqual(before);
  const result = await importBundle(bundle, { meant: { a, b: null } });
  expect(result).toMatchObject({ imported: true, runs: 4, there: 0 });
  expect(await count('entries')).toBe(before[1]! + 1);
  const made = (await viewRoundUp((result as { roundUpId: number }).roundUpId))!;
  expect(made.entries[0]!.entryId).toBe(a);
  // Its runs of before stand beside the new ones: they are the lab's.
  expect(made.runs.filter((run) => run.entry === 'a').length).toBeGreaterThan(2);
});

test('an entry is cited with its runs, its age is told, and what is older than a round-up is known', async () => {
  const old = await importSound(
    smallBundle((files) => {
      started('2025-09-20')(files);
      replacing('entries.csv', 'Levante', 'Galerna')(files);
      replacing('entries.csv', 'Barlovento', 'Mar de Fondo')(files);
    }),
  );
  const id = await importSound(smallBundle(started('2026-11-20')));
  expect((await viewRoundUp(id))!.runs.some((run) => run.isOlder)).toBe(false);
  const [offer] = await offersOfLab(id, 'mar galerna', new Date('2026-11-25T12:00:00Z'));
  expect(offer).toMatchObject({ name: 'Galerna', here: 2, apart: 0 });
  expect(offer!.measured).toMatch(/^2 runs on Test bench, revision 1, the last 14 months ago$/);
  const code = await citeFromLab(id, offer!.entryId);
  expect(code).toBe('a-2');
  await expect(citeFromLab(id, offer!.entryId)).rejects.toThrow('in the line-up already');
  expect(await offersOfLab(id, 'mar galerna')).toEqual([]);
  const cited = (await viewRoundUp(id))!;
  expect(cited.runs.filter((run) => run.isOlder).map((run) => run.product)).toEqual(['Galerna', 'Galerna']);
  // One run, two round-ups: a correction is seen in both.
  const run = cited.runs.find((other) => other.isOlder)!;
  await editRun(id, run.id, { who: 'Ana', confirmed: true, version: 1, changes: { noiseDb: 36 } } as never);
  expect((await viewRoundUp(old))!.runs.find((other) => other.id === run.id)!.noiseDb).toBe(36);
  // Measured on another rig, in a case: kept apart by the one rule, with the way out.
  await importSound(
    smallBundle((files) => {
      replacing('entries.csv', 'Levante', 'Cierzo')(files);
      replacing(
        'datapackage.json',
        '"name":"Test bench","enclosure":"open"',
        '"name":"Box","enclosure":"Caja"',
      )(files);
    }),
  );
  expect(await offersOfLab(id, 'cierzo')).toMatchObject([
    { here: 0, apart: 2, why: ['Box, revision 1: Caja and an open bench: make two round-ups of them'] },
  ]);
  await changeEntry(id, offer!.entryId, { cited: false }, 'Ana');
  expect(await offersOfLab(id, '100%_')).toEqual([]);
  expect((await viewRoundUp(old))!.runs).toHaveLength(4);
});

test('a round-up is renamed by one of two, copied with or without its runs, archived, deleted and back', async () => {
  const id = await importSound(smallBundle());
  await changeRoundUp(id, { title: 'Ours', was: 'A small round-up' });
  await expect(changeRoundUp(id, { title: 'Mine', was: 'A small round-up' })).rejects.toThrow(
    'called it “Ours”',
  );

  const [withRuns, without] = [
    await duplicateRoundUp(id, { title: 'With', withRuns: true, who: 'Ana' }),
    await duplicateRoundUp(id, { title: 'Without', withRuns: false, who: 'Ana' }),
  ];
  const runs = async (value: number) => (await viewRoundUp(value))!.runs.length;
  expect([await runs(withRuns), await runs(without)]).toEqual([4, 0]);
  const [a, b] = [await viewLineUp(id), await viewLineUp(without)];
  expect(b.map((entry) => [entry.code, entry.productId, entry.isControl])).toEqual(
    a.map((entry) => [entry.code, entry.productId, entry.isControl]),
  );
  expect(b.some((entry) => a.some((other) => other.entryId === entry.entryId))).toBe(false);

  await changeRoundUp(without, { archived: true });
  const listed = async () =>
    (await listLabRoundUps()).filter((item) => [id, withRuns, without].includes(item.id));
  expect((await listed()).map((item) => item.archivedAt !== null)).toEqual([true, false, false]);

  await changeRoundUp(id, { deleted: true });
  expect(await viewRoundUp(id)).toBeNull();
  expect((await listed()).map((item) => item.id)).toEqual([without, withRuns]);
  expect(await runs(withRuns)).toBe(4);
  for (const change of [{ archived: true }, { title: 'X', was: 'Ours' }])
    await expect(changeRoundUp(id, change)).rejects.toThrow('not there any more');
  await expect(duplicateRoundUp(id, { title: 'X', withRuns: true, who: '' })).rejects.toThrow('not there');
  const [offer] = await offersOfLab(withRuns, '');
  await expect(citeFromLab(id, offer!.entryId)).rejects.toThrow('not there any more');
  expect((await viewDeletedRoundUps()).map((item) => item.id)).toContain(id);
  await changeRoundUp(id, { deleted: false });
  expect(await runs(id)).toBe(4);
  await expect(changeRoundUp(10 ** 6, { deleted: true })).rejects.toThrow('not there any more');
});

test('search finds by every word, in what pages show: a covered product by its cover alone', async () => {
  const id = await importSound(
    smallBundle((files) => {
      replacing('entries.csv', 'Levante', 'Tramontana')(files);
      replacing('datapackage.json', 'A small', 'Windward')(files);
    }),
  );
  const finds = await searchLab('tramontana 120');
  expect(finds.entries.map((entry) => entry.name)).toEqual(['Tramontana']);
  expect(finds.entries[0]!.citedIn.map((item) => item.title)).toEqual(['Windward round-up']);
  expect((await searchLab('WINDWARD')).roundUps.map((item) => item.id)).toEqual([id]);
  expect((await searchLab('tramontana run 50')).runs.map((run) => run.label)).toEqual(['1']);
  expect(await searchLab('  ')).toEqual({ roundUps: [], entries: [], runs: [] });
  expect((await searchLab('%')).entries).toEqual([]);
  await sql(`UPDATE entries SET cover_name = 'Cooler K' WHERE id = $1`, [finds.entries[0]!.entryId]);
  expect((await searchLab('tramontana')).entries).toEqual([]);
  // Nor by its maker or its fans, which may name it.
  expect((await searchLab('cooler k')).entries.map((entry) => entry.what)).toEqual(['']);
});

test('a lab of before logs had digests knows them again once it was started', async () => {
  const bundle = smallBundle((files) => {
    replacing('datapackage.json', 'A small', 'An older')(files);
    for (const path of [1, 2, 3, 4].map((n) => `traces/${n}.csv`))
      files.set(path, files.get(path)!.replaceAll(',170', ',172'));
  });
  const id = await importSound(bundle);
  await sql(`UPDATE runs SET trace_digest = ''`);
  await renewDigests();
  expect(await importBundle(bundle)).toMatchObject({ imported: true, roundUpId: id, runs: 0, there: 4 });
});
