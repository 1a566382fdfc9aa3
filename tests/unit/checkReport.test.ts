import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { newPart } from '@/core/verdict/verdictSheet';
import { seededChance } from '@/core/statistics/chance';
import { shownReport } from '@/formats/report/shownReport';
import { bundleReport } from '@/lab/report/bundleReport';
import { checkReport, heldAgainst } from '@/lab/report/checkReport';
import { sampleOf } from '../support/samples';

const plainSample = () => sampleOf('tests/samples/plain');
const trapsSample = () => sampleOf('tests/samples/traps');

let html: string;
beforeAll(async () => {
  html = (await bundleReport(plainSample())).html;
});

/** An edited report against what its data give: these are made once, since the data stay the same. */
const held = (edited: string) => heldAgainst(shownReport(edited)!, shownReport(html)!);

test.each([
  ['plain', plainSample],
  ['traps', trapsSample],
])('a report of %s follows from its own data', async (_, sample) => {
  const { html: whole } = await bundleReport(sample());
  const found = await checkReport('r.html', whole);
  expect(found).toMatchObject({ version: 'A draft: not published.', moved: [], sentences: [] });
  expect(found.figures).toBeGreaterThan(100);
});

test('a digit changed anywhere that is shown is found, and named with what it is of', () => {
  const chance = seededChance(5);
  const from = html.indexOf('<h1');
  const to = html.indexOf('<h2 id="data">');
  const digits: number[] = [];
  const blank = (hidden: string) => ' '.repeat(hidden.length);
  const page = html.replace(/<script.*?<\/script>/gs, blank);
  // Digits between tags: what a reader sees, words of pictures among it.
  for (const { index, 0: text } of page.slice(from, to).matchAll(/>[^<]+(?=<)/g))
    for (const { index: at } of text.matchAll(/\d/g)) digits.push(from + index + at);
  expect(digits.length).toBeGreaterThan(300);
  const given = shownReport(html)!
    .blocks.map(({ text }) => text)
    .join('\n');
  for (let i = 0; i < 24; i += 1) {
    const at = digits[Math.floor(chance.uniform() * digits.length)]!;
    const edited = `${html.slice(0, at)}${(Number(html[at]) + 1) % 10}${html.slice(at + 1)}`;
    expect(
      shownReport(edited)!
        .blocks.map(({ text }) => text)
        .join('\n'),
    ).not.toBe(given);
  }
  const [, rise] = /<b>(\d\d\.\d)<\/b>/.exec(html)!;
  const row = html.replace(`<b>${rise}</b>`, '<b>9.9</b>');
  const { moved, sentences } = held(row);
  expect(sentences).toEqual([]);
  expect(moved).toHaveLength(1);
  expect(moved[0]!.was).toMatch(/^9\.9 ± /);
  expect(moved[0]!.now).toContain(`${rise} ± `);
  expect(moved[0]!.what).toMatch(/Rise, K/);
});

test('a sentence put in, one taken out, a curve drawn elsewhere and another size of the data are found', () => {
  const put = held(html.replace('</main>', '<p>Levante wins by far.</p></main>'));
  expect(put.sentences).toEqual(['Levante wins by far.']);
  const bold = held(html.replace('</main>', '<b>By far.</b><script>0</script></main>'));
  expect(bold.moved.map(({ what, was }) => `${what}: ${was}`)).toEqual(
    expect.arrayContaining(
      [': By far.', 'scripts: 1 in the page'].map((text) => expect.stringContaining(text)),
    ),
  );
  const [sentence] = /<p dir="auto">[^<]+<\/p>/.exec(html.slice(html.indexOf('</table>')))!;
  const out = held(html.replace(sentence, ''));
  expect(out.moved).toHaveLength(1);
  expect(out.moved[0]).toMatchObject({ was: '' });
  const drawn = html.replace(
    /(<path[^>]* d="M)(\d+)/,
    (_, head: string, x: string) => `${head}${Number(x) + 3}`,
  );
  expect(drawn).not.toBe(html);
  expect(held(drawn).moved).toEqual([expect.objectContaining({ now: 'drawn otherwise' })]);
  const sized = html.replace(/, (\d+) kB\./, ', 1 kB.');
  expect(held(sized).moved).toEqual([
    { what: 'size of the data', was: '1 kB', now: expect.stringMatching(/^\d+ kB$/) },
  ]);
});

test('other data under the same words are found; without logs they are asked for, and other pages are none of ours', async () => {
  const zip = /href="data:application\/zip;base64,[^"]*"/.exec((await bundleReport(trapsSample())).html)![0];
  const swapped = html.replace(/href="data:application\/zip;base64,[^"]*"/, zip);
  const { moved, sentences } = await checkReport('r.html', swapped);
  expect(moved.length + sentences.length).toBeGreaterThan(20);
  const without = html.replace(/download="([^"]*)\.zip"/, 'download="$1-tables.zip"');
  await expect(checkReport('r.html', without)).rejects.toThrow('its logs are not in it');
  // Of the same bundle, but for the name that was changed here.
  expect(await checkReport('r.html', without, plainSample())).toMatchObject({
    moved: [{ was: expect.stringContaining('-tables.zip') as string }],
    sentences: [],
  });
  await expect(checkReport('r.html', '<h1>Another page</h1>')).rejects.toThrow(
    'no report of this application',
  );
});

test('figures that the page answers from, its script and what it may run are held against the data, too; a plain report has none', async () => {
  const whats = (from: RegExp, to: string) => held(html.replace(from, to)).moved.map(({ what }) => what);
  expect(whats(/(id="figures">.{400})./s, '$1A')).toEqual(['the figures that the page answers from']);
  expect(whats(/"use strict";/, 'alert();')).toEqual(['the script that answers']);
  expect(whats(/script-src '[^']*'/, "script-src 'unsafe-inline'")).toEqual(['what the page may run']);
  const { html: plain } = await bundleReport(plainSample(), null, { plain: true });
  expect(plain).not.toContain('<script');
  expect(await checkReport('r.html', plain)).toMatchObject({ moved: [], sentences: [] });
});

const HEAD = '<meta name="referrer" content="no-referrer"/>';

test.each<[string, (page: string) => string]>([
  ['text in the header', (page) => page.replace('</header>', '<p>Best of all.</p></header>')],
  [
    'text in a section of the header',
    (page) => page.replace('</header>', '<section><h2>Ours</h2></section></header>'),
  ],
  ['text after the body', (page) => `${page}Best of all.`],
  ['text after the page’s end', (page) => page.replace('</body></html>', '</body></html><p>Best.</p>')],
  ['a comment that parsers end early', (page) => page.replace('<main>', '<!--><p>Best.</p>--><main>')],
  ['a plain comment', (page) => page.replace('<main>', '<!-- best --><main>')],
  ['a style that hides a row', (page) => page.replace('</style>', 'tr:nth-child(2){display:none}</style>')],
  ['a style of an element', (page) => page.replace('<tr>', '<tr style="display:none">')],
  ['a hidden row', (page) => page.replace('<tr>', '<tr hidden>')],
  ['words written by a style', (page) => page.replace('</style>', 'h1::after{content:"Best"}</style>')],
  ['another title', (page) => page.replace(/<title>[^<]*/, '<title>Levante wins')],
  ['another description', (page) => page.replace(/(name="description" content=")/, '$1Best. ')],
  [
    'a link out',
    (page) => page.replace(HEAD, `${HEAD}<link rel="stylesheet" href="https://example.org/a.css"/>`),
  ],
  ['a tag for links', (page) => page.replace('<title>', '<meta property="og:title" content="Best"/><title>')],
  ['a base', (page) => page.replace(HEAD, `${HEAD}<base href="https://example.org/"/>`)],
  [
    'a section of data of one’s own',
    (page) => page.replace('</main>', '<section><h2>The data</h2><p>Best.</p></section></main>'),
  ],
  [
    'a clip with words',
    (page) =>
      page.replace('</main>', '<section><article class="clip"><p>Best.</p></article></section></main>'),
  ],
  [
    'photographs with words',
    (page) => page.replace('</main>', '<div class="photos"><p>Best.</p></div></main>'),
  ],
  [
    'a published version',
    (page) => page.replace('A draft: not published.', 'Version 9, published by everybody.'),
  ],
  ['a handler', (page) => page.replace('<body>', '<body onload="alert(1)">')],
  ['another policy', (page) => page.replace("default-src 'none'", 'default-src *')],
  ['a byte-order mark', (page) => `\uFEFF${page}`],
  ['words beside the data', (page) => page.replace('All tables and logs, as open data.', 'All true.')],
  ['another way to check', (page) => page.replace('./abanico check FILE.html', './abanico trust FILE.html')],
])('%s put into a report is found', async (_, forged) => {
  const page = forged(html);
  expect(page).not.toBe(html);
  const { moved, sentences } = await checkReport('r.html', page);
  expect(moved.length + sentences.length).toBeGreaterThan(0);
});

test('photographs and recordings: from the bundle all bytes are compared; from the file alone recordings are asked for', async () => {
  const files = new Map(Object.entries(unzipSync(new Uint8Array(readFileSync('demo/bundles/air.zip')))));
  const content = JSON.parse(new TextDecoder().decode(files.get('datapackage.json'))) as {
    abanico: Record<string, unknown>;
  };
  const photo = '0123456789abcdef.png';
  const picture = { width: 20, height: 20, channels: 3, background: '#123456' } as const;
  files.set(`photos/${photo}`, new Uint8Array(await sharp({ create: picture }).png().toBuffer()));
  const words = {
    entry: 'racha',
    pros: [],
    cons: [],
    note: '',
    photos: [{ photo, alt: 'a "fan" > 3 & <x>' }],
  };
  const parts = [newPart('entries'), newPart('sounds')];
  content.abanico.verdict = { summary: 'S', parts, entries: [words], awards: [] };
  const encode = () => files.set('datapackage.json', new TextEncoder().encode(JSON.stringify(content)));
  encode();
  const { html: heard } = await bundleReport(files);
  expect(heard).toContain('class="photos"');
  expect(await checkReport('r.html', heard, files)).toMatchObject({ moved: [], sentences: [] });
  const louder = heard.replace(
    /(\d)(\.\d\d sone)/,
    (_, digit: string, rest: string) => `${(Number(digit) + 1) % 10}${rest}`,
  );
  expect((await checkReport('r.html', louder, files)).moved).toHaveLength(1);
  await expect(checkReport('r.html', heard)).rejects.toThrow('its recordings are not in it');
  // Without recordings the file is enough: its photographs are held to how they are written.
  for (const path of files.keys()) if (/^clips/.test(path)) files.delete(path);
  encode();
  const { html: seen } = await bundleReport(files);
  expect(await checkReport('r.html', seen)).toMatchObject({ moved: [], sentences: [] });
  expect((await checkReport('r.html', seen.replace(/alt="[^"]*"/, 'alt="the best"'))).moved).toHaveLength(1);
});

test('the command ends with 0, 1 and 2', () => {
  const folder = mkdtempSync(join(tmpdir(), 'check-'));
  const check = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return spawnSync('bash', ['abanico', 'check', join(folder, name), '--json'], { encoding: 'utf8' });
  };
  const right = check('right.html', html);
  expect([right.status, (JSON.parse(right.stdout) as { moved: unknown[] }).moved]).toEqual([0, []]);
  expect(check('wrong.html', html.replace(/<b>\d\d\.\d<\/b>/, '<b>9.9</b>')).status).toBe(1);
  expect(check('other.html', '<p>nothing</p>')).toMatchObject({ status: 2, stdout: '' });
});
