import { unzipSync, unzlibSync } from 'fflate';
import { publishedFile } from '@/database/roundUps/publications';
import { fanAirspeeds } from '@/lab/air/fanAirspeeds';
import { viewKnownProducts } from '@/lab/lineUp/changeLineUp';
import { publish } from '@/lab/publish/publish';
import { publishedSite } from '@/lab/publish/publishedSite';
import { smallBundle } from '../support/bundles';
import { clockNow } from '@/clock/clockNow';
import { loadKey } from '@/core/runs/load';
import { coverWords, slugOf } from '@/core/lineUp/underCover';
import { RISE } from '@/core/responses/responses';
import { renameCode } from '@/database/lineUp/entryCodes';
import { inTransaction, withDatabase } from '@/database/pool';
import { insertSession } from '@/database/bench/bench';
import { beginMount } from '@/core/bench/benchState';
import { readCoverWords } from '@/lab/lineUp/coverWordsOf';
import { curvesCsv } from '@/lab/orders/curvesCsv';
import { editRun } from '@/lab/runs/editRun';
import { exportLineUp } from '@/lab/bring/importLineUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { offersOfLab } from '@/lab/lineUp/fromTheLab';
import { viewGrid } from '@/lab/orders/beyond/gridView';
import { viewPairs } from '@/lab/orders/pairs/pairs';
import { searchLab } from '@/lab/roundUps/searchLab';
import { lookBehind, viewShownLineUp } from '@/lab/lineUp/shownLineUp';
import { blankFan } from '@/core/lineUp/entry';
import { neutralCodes } from '@/lab/lineUp/neutralCode';
import { planCalendar } from '@/lab/planning/planCalendar';
import { viewPlan } from '@/lab/planning/planView';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import type { RunChanges } from '@/lab/runs/runEditSchema';
import { saveSheet } from '@/lab/planning/saveSheet';
import { verdictCsv } from '@/lab/orders/verdictCsv';
import { viewVerdict } from '@/lab/orders/verdictView';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const NOW = { day: '2026-12-01', minute: 0 };
let roundUpId: number;

/** All that leaves the lab of a round-up, as one text. */
async function leaving(id: number): Promise<string> {
  const view = (await viewRoundUp(id))!;
  const words = await readCoverWords(id);
  const parts: string[] = [await exportLineUp(id), (await planCalendar(id, NOW))!];
  for (const chosen of riseCurves(view)) {
    parts.push(
      curvesCsv(
        chosen,
        view.entries,
        { response: RISE, against: 'noise', place: '', referenceAmbientC: 23 },
        words,
      ),
    );
    const { ranking, shown } = (await viewVerdict(id, { load: loadKey(chosen.load) }))!;
    parts.push(verdictCsv(ranking, view.entries, { lineAt: 33, load: chosen.label, shown }, words));
  }
  for (const [path, bytes] of await exported(id)) parts.push(path, new TextDecoder().decode(bytes));
  return parts.join('\n');
}

async function cover(product: string, coverName: string): Promise<void> {
  const entry = (await viewLineUp(roundUpId)).find((entry) => entry.product.body.name === product)!;
  const body = { ...entry.entry.body, coverName, revealed: false };
  const result = await saveSheet('entry', entry.entryId, {
    version: entry.entry.version,
    body,
    who: 'test',
    reason: '',
  });
  expect(result).toMatchObject({ saved: true });
}

beforeAll(async () => {
  const files = asBytes(demoBundle(7));
  files.set('notes/solano.txt', new TextEncoder().encode('Solano ticks. SOLANO was lent by its maker.'));
  roundUpId = await importSound(files);
  const plan = (await viewPlan(roundUpId, NOW.day))!;
  const body = {
    ...plan.sheet.body,
    order: ['solano 1', 'galerna-twin 1'],
    pilot: { best: 'solano', worst: 'matacabras' },
  };
  await saveSheet('plan', roundUpId, { version: plan.sheet.version, body, who: 'test', reason: '' });
  const [run] = (await viewRoundUp(roundUpId))!.runs.filter((run) => run.entry === 'solano');
  const change = (version: number, changes: object) =>
    editRun(roundUpId, run!.id, { version, who: 'test', confirmed: true, changes: changes as RunChanges });
  await change(run!.version, { note: 'the Solano, again' });
  await change(run!.version + 1, { entry: 'matacabras' });
  await change(run!.version + 2, { entry: 'solano' });
  const state = beginMount({
    entry: 'solano',
    name: 'Solano',
    mount: 9,
    isControl: false,
    points: [],
    nowS: 0,
  });
  const rule = { windowS: 300, limitC: 90, warmUpS: 20, readingS: 30, longestSoakS: 4000 };
  const id = await withDatabase((db) => insertSession(db, { roundUpId, mounting: 'solano 9', state, rule }));
  await withDatabase((db) => db.query(`UPDATE bench_sessions SET ended_at = lab_now() WHERE id = $1`, [id]));
});

test('before it is covered, a product is called by its name', async () => {
  const text = await leaving(roundUpId);
  expect(text).toContain('Solano');
  expect(text).toContain('solano');
});

test('under cover neither the name of a product nor what was made of it leaves; the rest still fits together', async () => {
  const before = (await viewRoundUp(roundUpId))!.runs.filter((run) => run.entry === 'solano').length;
  await cover('Solano', 'Unit A');
  const text = await leaving(roundUpId);
  expect(text).not.toMatch(/solano/i);
  const { maker } = (await viewLineUp(roundUpId)).find((entry) => entry.covered)!.product.body;
  expect(maker.length).toBeGreaterThan(2);
  expect(text).toContain('the Unit A, again');
  expect(text).toContain('notes/unit-a.txt');
  const view = (await viewRoundUp(roundUpId))!;
  expect(view.runs.filter((run) => run.entry === 'unit-a')).toHaveLength(before);
  const { sheet } = (await viewPlan(roundUpId, NOW.day))!;
  expect(sheet.body).toMatchObject({
    order: ['unit-a 1', 'galerna-twin 1'],
    pilot: { best: 'unit-a', worst: 'matacabras' },
  });
  const { rows } = await withDatabase((db) =>
    db.query(`SELECT mounting, state->>'entry' AS entry, state->>'name' AS name FROM bench_sessions`),
  );
  expect(rows).toEqual([{ mounting: 'unit-a 9', entry: 'unit-a', name: 'Unit A' }]);
  const again = await importAsNew(await exported(roundUpId));
  expect(again).toMatchObject({ imported: true, runs: view.runs.length });
});

test('nor is it in what pages are given, found by its name, or named by its fans; whoever looks behind the cover sees it', async () => {
  const covered = (await viewLineUp(roundUpId)).find((entry) => entry.covered)!;
  // Its fans are called by its name.
  const fans = [blankFan({ name: 'Solano 140', count: 1 })];
  const kept = { version: covered.entry.version, who: 'test', reason: '' };
  await saveSheet('entry', covered.entryId, { ...kept, body: { ...covered.entry.body, fans } });
  const view = (await viewRoundUp(roundUpId))!;
  const pages = [
    await viewShownLineUp(roundUpId),
    view.entries,
    (await viewVerdict(roundUpId, {}))!.ranking,
    await viewPairs(view, 33),
    await viewGrid(view, { load: '170', lineDb: 33, sharedKPerW: 0 }),
    (await viewPlan(roundUpId, NOW.day))!,
    await offersOfLab(roundUpId, ''),
    await searchLab('Solano', clockNow()),
  ];
  for (const page of pages) expect(JSON.stringify(page)).not.toMatch(/solano/i);
  const byCover = (await searchLab('Unit A', clockNow())).entries.map(({ name }) => name);
  expect(new Set(byCover)).toEqual(new Set(['Unit A']));
  expect(await lookBehind(roundUpId, covered.entryId)).toMatchObject({
    product: { body: { name: 'Solano' } },
    entry: { body: { fans: [{ name: 'Solano 140' }] } },
  });
});

test('two covers of one name get codes of their own; another cover, another code; an older lab is set right', async () => {
  await cover('Matacabras', 'Unit A');
  await cover('Tramontana', 'Böx №1');
  const codes = async () =>
    (await viewLineUp(roundUpId)).filter((entry) => entry.covered).map((entry) => entry.code);
  expect(await codes()).toEqual(['box-no1', 'unit-a', 'unit-a-2']);
  const { entryId } = (await viewLineUp(roundUpId)).find((entry) => entry.code === 'unit-a')!;
  await inTransaction((db) =>
    renameCode(db, { roundUpId, entryId, was: 'unit-a', isNow: 'solano', name: 'Solano' }),
  );
  await neutralCodes();
  expect(await codes()).toEqual(['box-no1', 'unit-a', 'unit-a-2']);
});

test('a name is found in any case and spelling of ids, not inside of longer words, and not where it stands openly', () => {
  const other = { name: 'Ñandú 120', maker: 'Ave', coverName: 'Unit A', code: 'unit-a' };
  const words = coverWords([other], []);
  for (const text of ['ÑANDÚ 120', 'nandu-120', 'Ñandú  120', 'nandu_120'])
    expect(words.text(`x ${text}.`)).toBe('x Unit A.');
  expect(words.id('3-nandu-120-a')).toBe('3-unit-a-a');
  expect(words.text('Average, save; Ave!')).toBe('Average, save; Unit A!');
  expect(coverWords([other], ['ave']).text('Ave, Ñandú 120')).toBe('Ave, Unit A');
  expect(slugOf('…')).toBe('entry');
});

/** Each text that a zip, a page with data in it, or a plain file holds. */
function textsIn(name: string, bytes: Uint8Array): string[] {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b)
    return Object.entries(unzipSync(bytes)).flatMap(([path, member]) => [path, ...textsIn(path, member)]);
  if (bytes[0] === 0x78) return textsIn(name, unzlibSync(bytes));
  const text = new TextDecoder().decode(bytes);
  const carried = [...text.matchAll(/data:application\/[\w.+-]+;base64,([\w+/=]+)/g)];
  return [
    text,
    ...carried.flatMap(([, packed]) => textsIn(name, new Uint8Array(Buffer.from(packed!, 'base64')))),
  ];
}

test('every uncommon word of a covered product, its maker and its own fan is covered in whatever leaves, and on the page', async () => {
  const files = smallBundle((texts) => {
    texts.set(
      'entries.csv',
      texts.get('entries.csv')!.replace('a,Levante,Barlovento', 'a,Krähenholz Velamar 140,Krähenholz AG'),
    );
    const about = JSON.parse(texts.get('datapackage.json')!) as { title: string };
    about.title = 'Is the Kraehenholz quieter? VELAMAR and its Veloz against the rest';
    texts.set('datapackage.json', JSON.stringify(about));
  });
  const id = await importSound(files);
  const item = (await viewLineUp(id)).find(({ code }) => code === 'a')!;
  const body = { ...item.entry.body, coverName: 'Unit Q', fans: [blankFan({ name: 'Bruma Veloz 140' })] };
  const sheet = { version: item.entry.version, who: 'test', reason: '' };
  expect(await saveSheet('entry', item.entryId, { ...sheet, body })).toMatchObject({ saved: true });
  const verdict = { summary: 'The Velamars win.', parts: [], entries: [], awards: [] };
  await saveSheet('verdict', id, { version: 0, body: verdict, who: 'test', reason: '' });

  const secret = /kr(ä|ae|a)henholz|velamar|bruma|veloz/i;
  const page = [
    await viewShownLineUp(id),
    await offersOfLab(id, ''),
    await viewKnownProducts(),
    await fanAirspeeds(),
    (await viewRoundUp(id))!.entries,
  ];
  expect(JSON.stringify(page)).not.toMatch(secret);
  expect(await exportLineUp(id)).not.toMatch(secret);

  const wish = { who: 'Ana', reason: '', embargoUntil: null, seen: 0 };
  // An inflected name is asked about; the question is answered once for these words.
  const asked = await publish(id, wish, clockNow()).catch((error: Error) => error.message);
  expect(asked).toContain('“Velamars” (close to “velamar”)');
  await saveSheet('verdict', id, {
    ...{ version: 1, who: 'test', reason: '' },
    body: { ...verdict, summary: 'A Brume at sea; Krähenholz, Kraehenholz AG and KRAHENHOLZ’s fan.' },
  });
  const question = (await publish(id, wish, clockNow()).catch((error: Error) => error.message)) as string;
  expect(question).toContain('“Brume” (close to “bruma”)');
  await publish(id, { ...wish, confirmed: question }, clockNow());
  const site = await publishedSite([id], clockNow());
  const version = (await withDatabase((db) => publishedFile(db, id, 1, 'report')))!;
  const texts = [...textsIn('site.zip', site), ...textsIn('report.html', new Uint8Array(version))];
  expect(texts.length).toBeGreaterThan(20);
  expect(texts.filter((text) => secret.test(text)).map((text) => secret.exec(text)![0])).toEqual([]);
});
