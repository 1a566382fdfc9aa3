import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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
  expect(await checkReport('r.html', without, plainSample())).toMatchObject({ moved: [], sentences: [] });
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
