import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, posix } from 'node:path';
import { parse } from 'node-html-parser';
import { readZip } from '@/formats/bundle/bundleZip';
import { checkReport } from '@/lab/report/checkReport';
import { staticSite } from '@/lab/report/staticSite';
import { quantitySample, sampleOf } from '../support/samples';
import { program } from '@/lab/work/program';

const plain = () => sampleOf('tests/samples/plain');
const text = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes);

/** The same bundle under another title. */
function titled(files: Map<string, Uint8Array>, title: string): Map<string, Uint8Array> {
  const about = JSON.parse(text(files.get('datapackage.json'))) as object;
  return new Map(files).set(
    'datapackage.json',
    new TextEncoder().encode(JSON.stringify({ ...about, title })),
  );
}

test('every link of a site leads to a file of it, the data give the report again, and the same input gives the same bytes', async () => {
  const given = () => [
    { path: 'a', files: plain(), name: 'plain' },
    { path: 'b', files: titled(plain(), 'Plain, <b>corrected</b> & "again"'), name: 'plain' },
    { path: 'c', files: quantitySample('air'), name: 'Plain!' },
  ];
  const { files } = await staticSite(given());
  // Two names that read alike in an address are two round-ups.
  expect([...files.keys()].filter((path) => path.endsWith('index.html')).sort()).toEqual([
    'index.html',
    ...['plain-2/index.html', 'plain-2/version-1/index.html'],
    ...['plain/index.html', 'plain/version-1/index.html', 'plain/version-2/index.html'],
  ]);
  for (const [path, bytes] of files) {
    if (!path.endsWith('.html') || path.includes('version-')) continue;
    const page = parse(text(bytes));
    expect(page.querySelectorAll('script, link, img, iframe')).toEqual([]);
    const hrefs = page.querySelectorAll('a').map((a) => a.getAttribute('href')!);
    expect(hrefs.length).toBeGreaterThan(0);
    for (const href of hrefs) expect(files.has(posix.join(posix.dirname(path), href))).toBe(true);
  }
  const index = parse(text(files.get('index.html')));
  expect(index.querySelectorAll('h2').map((h2) => h2.text)).toEqual([
    'Plain, <b>corrected</b> & "again"',
    expect.any(String),
  ]);
  const feed = parse(text(files.get('feed.xml')));
  const ids = feed.querySelectorAll('entry id').map((id) => id.text);
  expect(new Set(ids).size).toBe(3);
  for (const id of ids)
    expect(id).toMatch(/^urn:uuid:[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-a[0-9a-f]{3}-[0-9a-f]{12}$/);
  for (const link of feed.querySelectorAll('entry link'))
    expect(files.has(link.getAttribute('href')!)).toBe(true);
  const data = readZip('data.zip', Buffer.from(files.get('plain/version-1/data.zip')!));
  const report = text(files.get('plain/version-1/index.html'));
  expect(await checkReport('index.html', report, data)).toMatchObject({ moved: [], sentences: [] });
  const { files: again } = await staticSite(given());
  expect([...again].map(([path, bytes]) => [path, text(bytes)])).toEqual(
    [...files].map(([path, bytes]) => [path, text(bytes)]),
  );
});

test('a folder of somebody else’s is refused and stays; one of ours is written anew', () => {
  const out = join(mkdtempSync(join(tmpdir(), 'site-')), 'out');
  const site = (...bundles: string[]) =>
    spawnSync('node', [...program('site'), out, ...bundles], {
      encoding: 'utf8',
    });
  expect(site('tests/samples/plain').status).toBe(0);
  const first = readdirSync(out).sort();
  writeFileSync(join(out, 'sample-plain', 'mine.txt'), 'mine');
  const refused = site('tests/samples/traps');
  expect([refused.status, refused.stdout]).toEqual([2, '']);
  expect(refused.stderr).toMatch(
    /holds “sample-plain\/mine\.txt”, which is none of this site: nothing was written/,
  );
  expect(readdirSync(out).sort()).toEqual(first);
  expect(readFileSync(join(out, 'sample-plain', 'mine.txt'), 'utf8')).toBe('mine');
  expect(site().status).toBe(2);
});
