import { spawnSync } from 'node:child_process';
import {
  appendFileSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, posix } from 'node:path';
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

const site = (out: string, ...bundles: string[]) =>
  spawnSync('node', [...program('site'), out, ...bundles], {
    encoding: 'utf8',
  });

/** All that a folder holds, with the contents of its files. */
const contents = (folder: string): [string, string][] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .sort()
    .map((path) => [
      path,
      statSync(join(folder, path)).isFile() ? readFileSync(join(folder, path), 'base64') : '',
    ]);

const made = join(mkdtempSync(join(tmpdir(), 'site-')), 'out');

test('a site replaces an earlier one, and deletes only what that one wrote', () => {
  expect(site(made, 'tests/samples/traps').status).toBe(0);
  expect(site(made, 'tests/samples/plain').status).toBe(0);
  expect(readdirSync(made)).not.toContain('sample-traps');
  expect(readdirSync(join(made, 'sample-plain'))).toContain('version-1');
  expect(site(made, 'tests/samples/plain').status).toBe(0);
  expect(readdirSync(dirname(made))).toEqual(['out']);
});

test.each<[string, (out: string) => void, RegExp]>([
  [
    'a file of somebody else',
    (out) => writeFileSync(join(out, 'sample-plain', 'mine.txt'), 'mine'),
    /holds “sample-plain\/mine\.txt”, which no/,
  ],
  [
    'a changed file',
    (out) => appendFileSync(join(out, 'index.html'), ' '),
    /holds “index\.html”, which was changed/,
  ],
  [
    'a changed list',
    (out) => appendFileSync(join(out, 'abanico-site.json'), ' '),
    /which no earlier site wrote/,
  ],
  ['an empty folder of somebody else', (out) => mkdirSync(join(out, 'mine')), /holds “mine”/],
  ['a link inside', (out) => symlinkSync('sample-plain', join(out, 'etc')), /holds “etc”/],
])('%s in the folder: the site is refused, and nothing changes', (_, change, message) => {
  const out = join(mkdtempSync(join(tmpdir(), 'site-')), 'out');
  cpSync(made, out, { recursive: true });
  change(out);
  const before = contents(out);
  const refused = site(out, 'tests/samples/traps');
  expect([refused.status, refused.stdout]).toEqual([2, '']);
  expect(refused.stderr).toMatch(message);
  expect(contents(out)).toEqual(before);
  expect(readdirSync(dirname(out))).toEqual(['out']);
});

test('a root, a home, a mount point and a link are refused, even if they are empty', () => {
  const home = mkdtempSync(join(tmpdir(), 'site-'));
  mkdirSync(join(home, 'real'));
  symlinkSync('real', join(home, 'link'));
  const messageOf = (out: string) => {
    const { status, stderr } = spawnSync('node', [...program('site'), out, 'tests/samples/plain'], {
      encoding: 'utf8',
      env: { ...process.env, HOME: join(home, 'real') },
    });
    return [status, /: (is .*?)\./.exec(stderr)?.[1]];
  };
  expect(messageOf('/')).toEqual([2, 'is the root of this machine']);
  expect(messageOf(join(home, 'real'))).toEqual([2, 'is or holds a home folder']);
  expect(messageOf(home)).toEqual([2, 'is or holds a home folder']);
  expect(messageOf('/proc')).toEqual([2, 'is a mount point']);
  expect(messageOf(join(home, 'link'))).toEqual([2, 'is a link']);
  expect(readdirSync(home).sort()).toEqual(['link', 'real']);
});
