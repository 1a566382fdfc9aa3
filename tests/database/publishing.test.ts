import { checkReport } from '@/lab/report/checkReport';
import { Readable } from 'node:stream';
import { unzipSync, zipSync } from 'fflate';
import { checkUpload } from '@/lab/bring/checkUpload';
import { beginUpload, takeFile } from '@/lab/bring/uploads';
import sharp from 'sharp';
import { firstVerdict, newPart, type Verdict } from '@/core/verdict/verdictSheet';
import { withDatabase } from '@/database/pool';
import { importBundle } from '@/lab/bring/importBundle';
import { editRuns } from '@/lab/runs/editRun';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { MOST_PHOTO_BYTES } from '@/lab/publish/photoBounds';
import { addPhoto, cleanPhoto, readPhoto } from '@/lab/publish/photos';
import { publish, reportAgain, type PublishWish } from '@/lab/publish/publish';
import { publishable } from '@/lab/outgoing/publishable';
import { publishedRoundUps, publishedSite } from '@/lab/publish/publishedSite';
import { versionState } from '@/lab/publish/versionState';
import { closeShare, openShare, readPublished, sharedPage, viewPublished } from '@/lab/publish/shares';
import { bundleReport } from '@/lab/report/bundleReport';
import { orderFile, orderPlate } from '@/lab/report/orders/orderFiles';
import { runEdits } from '@/lab/runs/runEditSchema';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewWriting } from '@/lab/publish/writeView';
import { exportBundle } from '@/lab/outgoing/exportBundle';
import { publishDemo } from '@/lab/roundUps/publishDemo';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const NOW = new Date(Date.UTC(2026, 10, 26, 12, 0, 0));
const LATER = new Date(NOW.getTime() + 3_600_000);
const wish = (more: Partial<PublishWish> = {}): PublishWish => ({
  ...{ who: 'Ana', reason: '', embargoUntil: null, seen: 0 },
  ...more,
});

let id: number;
let towers: number;
beforeAll(async () => {
  id = await importSound(
    smallBundle((files) => {
      const text = files.get('runs.csv')!.split('\n');
      files.set(
        'runs.csv',
        [`${text[0]!},note`, ...text.slice(1, -1).map((line) => `${line},seen by the neighbour`), ''].join(
          '\n',
        ),
      );
    }),
  );
});

const viewed = async (roundUpId = id) => (await viewRoundUp(roundUpId))!;

async function write(body: Partial<Verdict>, roundUpId = id): Promise<void> {
  const { sheet } = await viewWriting(await viewed(roundUpId));
  const saved = await saveSheet('verdict', roundUpId, {
    ...{ version: sheet.version, who: 'Ana', reason: '' },
    body: { ...firstVerdict(), ...body },
  });
  expect(saved).toMatchObject({ saved: true });
}

/** Sets every run aside that is not yet, and says why. */
async function setAll(roundUpId: number, changes: object): Promise<void> {
  const { runs } = await viewed(roundUpId);
  const edits = runEdits.validateSync({
    ...{ who: 'Ana', confirmed: true },
    edits: runs.map((run) => ({ run: run.id, version: run.version, changes })),
  });
  expect(await editRuns(roundUpId, edits)).toMatchObject({ saved: true });
}

const text = async (version: number, roundUpId = id) =>
  (await readPublished(roundUpId, version, 'report'))!.toString('utf8');

test('what is published stays to the byte whatever changes later, and is made again from its own data', async () => {
  await write({ summary: 'Poniente stands at {{rise b}}, {{place Poniente}}; Levante costs {{price a}}.' });
  expect(await publish(id, wish(), NOW)).toEqual({ version: 1 });
  const was = await text(1);
  expect(was).toMatch(/Poniente stands at 40\.\d ± \d\.\d K, places? \d/);
  expect(was).toContain('Levante costs 50.00 EUR');
  expect(was).toContain('Version 1, published 26 Nov 2026');
  await setAll(id, { noiseDb: 31, note: 'all moved' });
  await write({ summary: 'Something else.' });
  expect(await text(1)).toBe(was);
  expect(await reportAgain(id, 1)).toBe(was);
  const { version, problems } = { version: await readPublished(id, 1, 'bundle'), problems: [] as unknown[] };
  const files = new Map(Object.entries(unzipSync(new Uint8Array(version!))));
  expect((await bundleReport(files)).data.problems).toEqual(problems);
});

test('a correction says what changed and why, the earlier one stays, and nobody publishes over another unseen', async () => {
  await expect(publish(id, wish({ seen: 1 }), LATER)).rejects.toThrow('a correction needs a reason');
  await expect(publish(id, wish({ reason: 'x' }), LATER)).rejects.toThrow(
    'version 1 was published meanwhile',
  );
  const both = await Promise.allSettled([
    publish(id, wish({ seen: 1, reason: 'the levels were read anew' }), LATER),
    publish(id, wish({ seen: 1, reason: 'another reason' }), LATER),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  const { versions } = await viewPublished(id);
  expect(versions.map(({ version }) => version)).toEqual([1, 2]);
  expect(versions[1]!.changes.length).toBeGreaterThan(0);
  const report = await text(2);
  expect(report).toContain('What was corrected');
  expect(report).toContain(versions[1]!.reason);
  for (const change of versions[1]!.changes) expect(report).toContain(change.replaceAll('>', '&gt;'));
  expect(await text(1)).not.toContain('What was corrected');
  expect(await reportAgain(id, 2)).toBe(report);
  expect(await reportAgain(id, 3)).toBeNull();
});

test('the bundle of a version says how it was published: its report is the published one, and another version line is found', async () => {
  for (const version of [1, 2]) {
    const bundle = new Uint8Array((await readPublished(id, version, 'bundle'))!);
    const files = new Map(Object.entries(unzipSync(bundle)));
    const published = await text(version);
    expect((await bundleReport(files)).html).toBe(published);
    expect(await checkReport('report.html', published, files)).toMatchObject({ moved: [], sentences: [] });
    const forged = published.replace(`Version ${version}, published`, `Version ${version + 2}, published`);
    expect(forged).not.toBe(published);
    expect((await checkReport('report.html', forged, files)).moved.map(({ what }) => what)).toEqual([
      'the version',
    ]);
  }
  // Imported, it is a draft again, and what it exports claims no version.
  const first = new Map(Object.entries(unzipSync(new Uint8Array((await readPublished(id, 1, 'bundle'))!))));
  const again = await exported(await importSound(first));
  expect(new TextDecoder().decode(first.get('datapackage.json'))).toContain('"publishedAt"');
  expect(new TextDecoder().decode(again.get('datapackage.json'))).not.toContain('"publishedAt"');
});

test('Verdict knows a draft, what stands as published, and what differs from the last version and in what', async () => {
  const other = await importSound(smallBundle());
  expect(await versionState(await viewed(other))).toEqual({ state: 'draft' });
  await publish(other, wish(), NOW);
  const published = await versionState(await viewed(other));
  expect(published).toEqual({ state: 'published', version: 1, on: expect.stringMatching(/2026$/) });
  await setAll(other, { noiseDb: 31 });
  const differs = await versionState(await viewed(other));
  if (differs.state !== 'differs') throw new Error(differs.state);
  expect(differs.changes.join('\n')).toMatch(/^(Levante|Poniente): .* → /m);
});

test('published versions go out as static files with their dates and corrections; what is held back does not', async () => {
  const site = await publishedSite([id], LATER);
  const files = new Map(Object.entries(unzipSync(site)));
  const [first, second] = await Promise.all([1, 2].map((version) => text(version)));
  const folder = [...files.keys()].find((path) => path.endsWith('version-1/index.html'))!.split('/')[0]!;
  const read = (path: string) => new TextDecoder().decode(files.get(`${folder}/${path}`));
  // As they were published, but for what is shown where somebody links to them.
  const asPublished = (path: string) => read(path).replace(/<meta property="og:[^>]*>/g, '');
  expect([asPublished('version-1/index.html'), asPublished('version-2/index.html')]).toEqual([first, second]);
  expect(read('version-2/ranking.html')).toMatch(/version 2, published 26 Nov 2026.*runs\./);
  expect(read('version-2/curves.html')).not.toContain('<script');
  expect(Buffer.compare(Buffer.from(await publishedSite([id], LATER)), Buffer.from(site))).toBe(0);
  const other = await importSound(smallBundle());
  await publish(other, wish({ embargoUntil: LATER }), NOW);
  await expect(publishedSite([other], NOW)).rejects.toThrow(
    'no version is published that readers may see yet',
  );
  expect(unzipSync(await publishedSite([other], LATER))['index.html']).toBeDefined();
  // Of both, for an address: each version has its picture, asked for by its whole address.
  const both = unzipSync(await publishedSite([id, other], LATER, 'https://example.org/v'));
  const reports = Object.keys(both).filter((path) => /version-\d+\/index\.html$/.test(path));
  expect(new Set(reports.map((path) => path.split('/')[0])).size).toBe(2);
  for (const path of reports) {
    const html = new TextDecoder().decode(both[path]);
    const image = /property="og:image" content="https:\/\/example\.org\/v\/([^"]+)"/.exec(html)![1]!;
    const { width, height, format } = await sharp(both[image]).metadata();
    expect([width, height, format]).toEqual([1200, 630, 'png']);
  }
  const seen = (await publishedRoundUps(LATER)).map((found) => found.id);
  expect(seen).toEqual(expect.arrayContaining([id, other]));
  const before = await publishedRoundUps(new Date(LATER.getTime() - 1));
  expect(before.map((found) => found.id)).not.toContain(other);
});

test.each([
  ['{{rise nobody}}', /no entry “nobody”/],
  ['{{rise a @ 3}}', /has no place there/],
  ['{{rise a @ 30, 999 W}}', /nothing was measured at 999 W/],
  ['{{glory a}}', /“glory” is no figure/],
])('with a reference that stands for nothing, %s, nothing is published', async (summary, why) => {
  await write({ summary });
  await expect(publish(id, wish({ seen: 2, reason: 'r' }), LATER)).rejects.toThrow(why);
  expect((await viewPublished(id)).versions).toHaveLength(2);
  await write({ summary: '' });
});

test('an award for an entry taken out, or against its rule without a reason, is not published', async () => {
  const award = { kind: 'own' as const, name: 'Our pick', entry: 'gone', reason: 'good' };
  await write({ awards: [award] });
  await expect(publish(id, wish({ seen: 2, reason: 'r' }), LATER)).rejects.toThrow(
    'not in the round-up any more',
  );
  await write({ awards: [{ ...award, entry: 'a', reason: '' }] });
  await expect(publish(id, wish({ seen: 2, reason: 'r' }), LATER)).rejects.toThrow('needs its reason');
  await write({ awards: [] });
});

test('an embargo in the past is none; one that holds keeps a link shut until then', async () => {
  await expect(publish(id, wish({ seen: 2, reason: 'r', embargoUntil: NOW }), LATER)).rejects.toThrow(
    'in the past',
  );
  const until = new Date(LATER.getTime() + 86_400_000);
  await publish(id, wish({ seen: 2, reason: 'held', embargoUntil: until }), LATER);
  const { token } = await openShare(id, 3, null, LATER);
  expect(await sharedPage(token, LATER)).toMatchObject({ open: false, why: 'embargo', at: until });
  expect(await sharedPage(token, new Date(until.getTime() + 1))).toMatchObject({ open: true, version: 3 });
});

test('a link shows one version, says when it was revoked, and ends', async () => {
  const { token } = await openShare(id, 1, null, NOW);
  expect(token).toMatch(/^[\w-]{32}$/);
  const page = await sharedPage(token, LATER);
  expect(page).toMatchObject({ open: true, version: 1, corrected: 2 });
  expect(page.open && page.report.toString('utf8')).toBe(await text(1));
  await closeShare(id, token, LATER);
  expect(await sharedPage(token, LATER)).toEqual({ open: false, why: 'revoked', at: LATER });
  await expect(closeShare(id, token, LATER)).rejects.toThrow('revoked already');
  const ends = await openShare(id, 1, LATER, NOW);
  expect(await sharedPage(ends.token, LATER)).toMatchObject({ open: false, why: 'ended' });
  expect(await sharedPage('x'.repeat(32), LATER)).toMatchObject({ open: false, why: 'unknown' });
  await expect(openShare(id, 1, NOW, LATER)).rejects.toThrow('in the past');
  await expect(openShare(id, 9, null, NOW)).rejects.toThrow('no such version');
});

const packageIdOf = (files: ReadonlyMap<string, Uint8Array>) =>
  (JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as { id: string }).id;

test('versions and links go with the private bundle, come back as they were, and with no other', async () => {
  const { token } = await openShare(id, 1, null, NOW);
  for (let i = 0; i < 2; i += 1) await sharedPage(token, LATER);
  const files = new Map<string, Uint8Array>();
  for await (const { path, bytes } of (await exportBundle(id, { leaving: 'private' }))!.files)
    files.set(path, bytes);
  for (const leaving of ['covered', 'publishable'] as const)
    for await (const { path } of (await exportBundle(id, { leaving }))!.files)
      expect(path).not.toMatch(/^versions/);
  // Read from a lab that lost them.
  const before = await viewPublished(id);
  expect(before.links.find((link) => link.token === token)).toMatchObject({ openings: 2 });
  await withDatabase((db) => db.query('DELETE FROM share_links'));
  const result = await importBundle(files, { othersNew: true, asAnother: true });
  if (!result.imported) throw new Error(JSON.stringify(result.problems));
  const after = await viewPublished(result.roundUpId);
  const kept = ({ versions, links }: typeof before) => ({
    versions: versions.map(({ id: _, ...version }) => version),
    links,
  });
  expect(kept(after)).toEqual(kept(before));
  expect(await readPublished(result.roundUpId, 1, 'report')).toEqual(await readPublished(id, 1, 'report'));
  expect(await readPublished(result.roundUpId, 2, 'bundle')).toEqual(await readPublished(id, 2, 'bundle'));
  // A lab that has the runs and the first version takes what it lacks, and nothing twice.
  const there = result.roundUpId;
  await withDatabase((db) =>
    db.query('DELETE FROM publications WHERE round_up_id = $1 AND version = 2', [there]),
  );
  await withDatabase((db) => db.query('DELETE FROM share_links'));
  const uploadId = await beginUpload();
  await takeFile(uploadId, 'bundle.zip', Readable.from([zipSync(Object.fromEntries(files))]));
  await withDatabase((db) =>
    db.query(`UPDATE round_ups SET package_id = gen_random_uuid()::text WHERE id = $1`, [id]),
  );
  await withDatabase((db) =>
    db.query(`UPDATE round_ups SET package_id = $2 WHERE id = $1`, [there, packageIdOf(files)]),
  );
  expect(await checkUpload(uploadId)).toMatchObject({
    twin: { id: there },
    published: { versions: 1, links: before.links.length },
  });
  const merged = await importBundle(files);
  expect(merged).toMatchObject({ imported: true, roundUpId: there, runs: 0 });
  expect(kept(await viewPublished(there))).toEqual(kept(before));
  await withDatabase((db) =>
    db.query(
      `UPDATE publications SET published_at = published_at + interval '1 day' WHERE round_up_id = $1`,
      [there],
    ),
  );
  expect(await importBundle(files)).toMatchObject({
    imported: false,
    problems: [{ file: 'versions/versions.json', message: expect.stringContaining('not mixed') }],
  });
  // One of them is missing, or its list is none: nothing comes in.
  const broken = (path: string, bytes: Uint8Array | null) => {
    const other = new Map(files);
    other.delete(path);
    if (bytes) other.set(path, bytes);
    return importBundle(other, { othersNew: true, asAnother: true });
  };
  expect(await broken('versions/2/report.html', null)).toEqual({
    imported: false,
    problems: [{ file: 'versions/2/report.html', message: 'version 2 is listed without it' }],
  });
  expect(await broken('versions/versions.json', new TextEncoder().encode('{"versions": 1}'))).toMatchObject({
    problems: [{ file: 'versions/versions.json', message: expect.stringContaining('no list of versions') }],
  });
});

const picture = (format: 'jpeg' | 'png' | 'webp', width = 40) =>
  sharp({ create: { width, height: 30, channels: 3, background: '#a62b1f' } }).toFormat(format);

test('a photograph leaves without what its camera wrote, no larger than a page shows, and is known again', async () => {
  const withPlace = await picture('jpeg', 3000)
    .withExif({
      IFD0: { Artist: 'Somebody', Copyright: 'secret studio' },
      IFD3: { GPSLatitude: '40/1 26/1 46/1' },
    })
    .toBuffer();
  expect(withPlace.toString('latin1')).toContain('secret studio');
  const { bytes, kind } = await cleanPhoto(withPlace);
  expect(kind).toBe('jpg');
  expect(Buffer.from(bytes).toString('latin1')).not.toMatch(/secret studio|Somebody|Exif/);
  expect((await sharp(bytes).metadata()).width).toBe(2000);
  // What carries nothing stays as it is, so that it goes out and in again unchanged.
  for (const format of ['png', 'webp', 'jpeg'] as const) {
    const bare = new Uint8Array(await picture(format).toBuffer());
    expect((await cleanPhoto(bare)).bytes).toEqual(bare);
  }
  const name = await addPhoto(id, withPlace);
  expect(await addPhoto(id, withPlace)).toBe(name);
  expect(new Uint8Array((await readPhoto(id, name))!)).toEqual(bytes);
});

test.each([
  ['no picture', new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'), /PNG, JPEG or WebP/],
  ['cut off', new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 16]), /PNG, JPEG or WebP/],
  ['60 MB', new Uint8Array(60 * 2 ** 20), /25 MB is the most/],
])('a photograph that is %s is refused in words', async (_, bytes, why) => {
  await expect(addPhoto(id, bytes)).rejects.toThrow(why);
  expect(MOST_PHOTO_BYTES).toBeLessThan(60 * 2 ** 20);
});

test('a whole round-up with its verdict and photographs goes out and comes back', async () => {
  const photo = await addPhoto(id, new Uint8Array(await picture('png').toBuffer()));
  const entries = [
    {
      entry: 'a',
      pros: ['quiet'],
      cons: ['=dear'],
      note: '**good** {{rise a}}',
      photos: [{ photo, alt: 'the plate' }],
    },
  ];
  await write({ entries, parts: [newPart('entries'), newPart('bars')], summary: 'S' });
  const first = await exported(id);
  const again = await importSound(first);
  const { sheet } = await viewWriting(await viewed(again));
  expect(sheet.body).toMatchObject({ entries, summary: 'S' });
  expect(await readPhoto(again, photo)).toEqual(await readPhoto(id, photo));
  const second = await exported(again);
  const verdictIn = (files: Map<string, Uint8Array>) =>
    (JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as { abanico: { verdict: unknown } })
      .abanico.verdict;
  expect(verdictIn(second)).toEqual(verdictIn(first));
  const { html } = await bundleReport((await publishable(id, { withoutSamples: false }))!.files);
  expect(html).toContain('alt="the plate"');
  expect(html).toMatch(/<strong>good<\/strong> \d\d\.\d ± \d\.\d K/);
  // A photograph that is none spoils the import, and nothing of it is kept.
  first.set('photos/0123456789abcdef.png', new TextEncoder().encode('no'));
  expect(await importBundle(first, { asAnother: true, othersNew: true })).toMatchObject({
    imported: false,
    problems: [{ file: 'photos/0123456789abcdef.png' }],
  });
});

test('the demo’s verdict is published once and corrected once, with an award refused', async () => {
  const files = new Map(asBytes(demoBundle(7)));
  files.set('extra/secrets.txt', new TextEncoder().encode('the lender’s address'));
  towers = await importSound(files);
  await publishDemo(towers);
  const { versions } = await viewPublished(towers);
  expect(versions.map(({ version, reason }) => [version, reason !== ''])).toEqual([
    [1, false],
    [2, true],
  ]);
  // No version has a change that was made after it.
  for (const { version, publishedAt } of versions) {
    const zip = unzipSync(new Uint8Array((await readPublished(towers, version, 'bundle'))!));
    const days = new TextDecoder().decode(zip['changes.csv']).match(/20\d\d-\d\d-\d\dT[\d:.]+Z/g) ?? [];
    if (version === 2) expect(days.length).toBeGreaterThan(0);
    for (const day of days) expect(new Date(day).getTime()).toBeLessThanOrEqual(publishedAt.getTime());
  }
  const report = await text(2, towers);
  expect(report).toContain('Best value: not given. Two tie for it');
  expect(report).toContain('For the practice rooms: Lebeche 120.');
  expect(report).not.toContain('{{');
  expect(Buffer.byteLength(report)).toBeLessThan(2 * 2 ** 20);
});

test('what is for readers holds no notes, serial numbers, lenders or strangers’ files; what is private holds all', async () => {
  const asText = async (leaving: 'private' | 'publishable') => {
    const parts: string[] = [];
    for await (const { path, bytes } of (await exportBundle(towers, { leaving }))!.files)
      if (!path.startsWith('traces/')) parts.push(path, new TextDecoder().decode(bytes));
    return parts.join('\n');
  };
  const [all, few] = [await asText('private'), await asText('publishable')];
  for (const secret of [
    'the lender’s address',
    '"lent"',
    'one bolt of the bracket',
    'gone within the hour',
  ]) {
    expect(all).toContain(secret);
    expect(few).not.toContain(secret);
  }
});

test('a covered name stands in nothing that leaves: report, data, tables, plates, file names', async () => {
  const entry = (await viewLineUp(towers)).find(({ product }) => product.body.name === 'Tramontana')!;
  const body = { ...entry.entry.body, coverName: 'Sample Q', revealed: false };
  const { version } = entry.entry;
  expect(await saveSheet('entry', entry.entryId, { version, body, who: 'Ana', reason: '' })).toMatchObject({
    saved: true,
  });
  const view = await viewed(towers);
  const { sheet } = await viewWriting(view);
  const verdict = JSON.parse(JSON.stringify(sheet.body).replaceAll('tramontana', 'sample-q')) as Verdict;
  const code = view.entries.find(({ product }) => product.startsWith('Sample Q'))!.entry;
  const named = JSON.parse(JSON.stringify(verdict).replaceAll('sample-q', code)) as Verdict;
  await saveSheet('verdict', towers, { version: sheet.version, body: named, who: 'Ana', reason: '' });
  await publish(towers, wish({ seen: 2, reason: 'under cover' }), LATER);
  const gone = [await text(3, towers)];
  for (const [path, bytes] of Object.entries(
    unzipSync(new Uint8Array((await readPublished(towers, 3, 'bundle'))!)),
  ))
    gone.push(path, new TextDecoder().decode(bytes));
  const what = { response: 'rise', place: '', against: 'noise' as const, at: null, load: '' };
  const seen = await viewed(towers);
  for (const as of ['md', 'html', 'csv']) {
    const file = await orderFile(seen, what, as);
    gone.push(file.known ? file.value.text : '');
  }
  for (const kind of ['bars', 'curves'] as const) {
    const plate = await orderPlate(seen, what, { kind, night: kind === 'bars', lit: new Set(), first: 3 });
    gone.push(plate.known ? plate.value.text : '');
  }
  // The report's own data are packed: they are the tables of the bundle once more.
  const whole = gone.join('\n');
  expect(whole).toContain('Sample Q');
  // Only what lies around a find: the whole would fill the log.
  const finds = [...whole.matchAll(/.{0,60}tramontana.{0,40}/gi)].map(([found]) => found);
  expect(finds.slice(0, 5)).toEqual([]);
});

test('a round-up of one entry, and of none with a place, has its report', async () => {
  const one = await bundleReport(
    smallBundle((files) => {
      files.set('entries.csv', files.get('entries.csv')!.split('\n').slice(0, 2).join('\n'));
      files.set('runs.csv', files.get('runs.csv')!.split('\n').slice(0, 3).join('\n'));
    }),
  );
  expect(one.html).toContain('Levante');
  expect(one.data.parts.find(({ kind }) => kind === 'ranking')).toMatchObject({
    order: { rows: [{ name: 'Levante' }] },
  });
  const none = await bundleReport(
    smallBundle((files) => files.set('runs.csv', files.get('runs.csv')!.split('\n')[0]!)),
  );
  expect(none.html).toContain('No entry is ranked here.');
  expect(none.broken).toEqual([]);
  await withDatabase((db) => db.query('SELECT 1'));
});
