import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { entryCurves } from '@/core/curves/entryCurve';
import { bareValueAt, valueAtLine } from '@/core/curves/valueAtLine';
import { crossings } from '@/core/judgement/pairs/crossings';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { instrumentDoubt, withoutSensors } from '@/core/rig/instrumentDoubt';
import { curveRule, responseOf } from '@/core/responses/responses';
import { readBundle } from '@/formats/bundle/readBundle';
import { markup } from '@/formats/markup/markup';
import { curvesPicture } from '@/formats/picture/curvesPicture';
import { PAPER } from '@/formats/picture/pictureTheme';
import { bundleOrders } from '@/lab/report/orders/bundleOrders';
import { bundleReport } from '@/lab/report/bundleReport';
import { altOf, orderPicture, orderTable } from '@/lab/report/orders/orderViews';
import { rankBundle } from '@/lab/model/rankBundle';
import { reasonOf, valueOf } from '../support/outcome';
import { quantitySample } from '../support/samples';
import { program } from '@/lab/work/program';

const folder = mkdtempSync(join(tmpdir(), 'abanico-report-'));
function report(...args: string[]) {
  const command = [...program('report'), ...args];
  return spawnSync('node', command, { encoding: 'utf8' });
}

test('a bundle becomes one file that asks for nothing, the same to the byte each time', () => {
  const [one, two] = [join(folder, '1.html'), join(folder, '2.html')];
  for (const out of [one, two])
    expect(report('tests/samples/plain', '--out', out)).toMatchObject({ status: 0, stderr: '' });
  const html = readFileSync(one, 'utf8');
  expect(readFileSync(two, 'utf8')).toBe(html);
  expect(html.startsWith('<!doctype html>')).toBe(true);
  // Nothing is fetched: beside the figures there is the one script that the page’s own policy allows, which asks for nothing.
  const [figures, script, ...others] = html.match(/<script[^>]*>/g)!;
  expect([figures, script, others]).toEqual(['<script type="text/plain" id="figures">', '<script>', []]);
  const [, allowed] = /content="default-src 'none'; [^"]*script-src 'sha256-([^']{44})'; /.exec(html)!;
  const [, runs] = /<script>(.*?)<\/script>/s.exec(html)!;
  expect(createHash('sha256').update(runs!).digest('base64')).toBe(allowed);
  expect(runs).not.toMatch(/fetch\(|XMLHttp|WebSocket|import\(|eval\(/);
  expect(html).not.toMatch(/<link|<iframe|@import|url\((?!data:)/i);
  expect([...html.matchAll(/(?:src|href)="([^"]{0,30})/g)].every(([, to]) => /^(data:|#)/.test(to!))).toBe(
    true,
  );
  expect(Buffer.byteLength(html)).toBeLessThan(2 * 2 ** 20);
});

test.each([
  [['tests/samples/plain'], /--out: where is it to be written\?/],
  [['tests/samples/nothing', '--out', join(folder, 'x.html')], /no such folder/],
  [['tests/samples/plain', '--out', join(folder, 'no', 'such', 'x.html')], /cannot be written \(ENOENT\)/],
  [['--out', join(folder, 'x.html')], /exactly one path expected/],
])('what cannot be carried out is one line and status 2: %j', (args, why) => {
  const { status, stderr, stdout } = report(...args);
  expect(status).toBe(2);
  expect(stdout).toBe('');
  expect(stderr.trim().split('\n')).toHaveLength(1);
  expect(stderr).toMatch(why);
});

test.each(['air', 'sensors', 'typed'])(
  'the report of sample %s has the order that rank has, rows that were left out, and its data',
  async (sample) => {
    const files = quantitySample(sample);
    const { data, html, broken } = await bundleReport(files);
    expect(broken).toEqual([]);
    expect(data.problems).toEqual(
      readBundle(files).problems.map((problem) => expect.stringContaining(problem.message) as string),
    );
    const order = data.parts.find((part) => part.kind === 'ranking');
    if (order?.kind !== 'ranking') throw new Error('a report without an order');
    // What a bundle without a die is ranked by is what its runs have.
    const response = sample === 'air' ? 'airspeed' : 'rise';
    const { ranking } = rankBundle(readBundle(files), { response });
    expect(order.order.rows.map(({ entry }) => entry)).toEqual(ranking.placed.map(({ entry }) => entry));
    expect(ranking.placed.length).toBeGreaterThan(1);
    expect(data.data?.name).toMatch(/\.zip$/);
    for (const { question } of data.method) expect(html).toContain(question.slice(0, 20).replace('’', '’'));
  },
);

test('orders of a bundle: by id or by name, at another line and load, and in words where there is none', () => {
  const bundle = readBundle(quantitySample('sensors'));
  const orders = bundleOrders(bundle);
  const { entry, name } = orders.entries[0]!;
  expect(orders.find(name.toUpperCase())).toBe(orders.find(entry));
  expect(orders.find('nobody')).toBeNull();
  const what = { response: 'gpu-rise', place: '', against: 'noise' as const, at: null, load: '' };
  const gpu = valueOf(orders.order(what));
  expect(gpu.response.id).toBe('gpu-rise');
  expect(orders.order({ ...what })).toBe(orders.order(what));
  expect(reasonOf(orders.order({ ...what, response: 'airspeed' }))).toMatch(
    /no run has the response "airspeed"/,
  );
  const figure = valueOf(orders.figure({ what: 'gpu-rise', entry, at: null, loadW: null }));
  expect(figure).toMatch(/^\d+\.\d ± \d+\.\d K$/);
  for (const told of ['rise', 'place', 'k/w', 'die', 'capacity'])
    expect(orders.figure({ what: told, entry, at: null, loadW: null })).toMatchObject({ known: true });
  expect(altOf(gpu, orders)).toContain(name);
  const table = orderTable(gpu, orders);
  expect(table).toMatchObject({ heading: 'Graphics card, rise, K', referenceHeading: '' });
  expect(table.rows.every(({ resistance, atReference }) => resistance === '' && atReference === '')).toBe(
    true,
  );
  const given = { title: 't', source: 's', meterDistanceCm: 60 };
  const [all, few] = [
    orderPicture('bars', gpu, orders, given),
    orderPicture('bars', gpu, orders, { ...given, first: 1 }),
  ];
  expect(all.match(/<g /g)).toHaveLength(gpu.ranking.placed.length);
  expect(few.match(/<g /g)).toHaveLength(1);
  // Stepped through from the end of the order: the winner comes last.
  expect(few).toContain(orders.find(gpu.ranking.placed.at(-1)!.entry)!.name);
});

const NO_SENSORS = { ...withoutSensors(instrumentDoubt(null)), levelDb: 0, sharedLevelDb: 0 };
/** Curves through these points, level and value, of a response. */
function curvesThrough(lines: Record<string, readonly (readonly [number, number])[]>, response = 'rise') {
  const entries = Object.keys(lines).map((entry, i) => ({ entry, isControl: i === 0 }));
  const points = entries.flatMap(({ entry }) =>
    [1, 2].flatMap((mount) =>
      lines[entry]!.map(([levelDb, value], s) => ({
        ...{ run: `${entry}${mount}${s}`, entry, mount, pass: 1, setting: String(s), settled: true },
        ...{
          level: coolerLevel(levelDb, -20),
          value,
          resistanceKPerW: value / 170,
          shortfall: 0,
          roomDoubtK: 0,
        },
      })),
    ),
  );
  return entryCurves(entries, points, NO_SENSORS, curveRule(responseOf(response)!, 'noise'));
}

const FALLING = [
  [26, 50],
  [30, 44],
  [34, 40],
  [38, 38],
] as const;

test('a bare value is the value, and there is none where the curve does not reach', () => {
  const [curve] = curvesThrough({ a: FALLING });
  for (let level = 20; level <= 44; level += 0.25) {
    const whole = valueAtLine(curve!, level);
    const bare = bareValueAt(curve!, level);
    const reaches = whole.placed && !whole.toppedOut;
    expect(bare !== null).toBe(reaches);
    if (whole.placed && bare)
      expect([bare.value, bare.resistanceKPerW]).toEqual([whole.value, whole.resistanceKPerW]);
  }
  expect(() => bareValueAt(curve!, NaN)).toThrow(/bareValueAt/);
});

test('where more is better, who leads below a crossing is the one with more there', () => {
  const lines = {
    slow: [
      [26, 2],
      [38, 2.6],
    ],
    steep: [
      [26, 1.4],
      [38, 3.2],
    ],
  } as const;
  const band = { from: 26, to: 38 };
  expect(crossings(curvesThrough(lines, 'airspeed'), band)).toMatchObject([
    { below: 'slow', above: 'steep', atDb: expect.closeTo(32, 1) as number },
  ]);
  // The same figures as rises: a louder setting that is warmer is not judged by, and nothing crosses.
  expect(crossings(curvesThrough(lines), band)).toEqual([]);
});

test('in a picture of curves every entry has its name, no two names lie on one another, and those not spoken of are dimmed', () => {
  const lines = Object.fromEntries(
    Array.from({ length: 14 }, (_, i) => [`e${i}`, FALLING.map(([x, y]) => [x, y + 0.1 * i] as const)]),
  );
  const curves = curvesThrough(lines);
  const entries = new Map(
    curves.map(({ entry }, position) => [entry, { name: `Entry ${position}`, position }]),
  );
  const picture = curvesPicture(
    {
      ...{
        curves,
        entries,
        title: 't',
        condition: 'c',
        source: 's',
        xTitle: 'x',
        yTitle: 'y',
        decimals: 1,
        alt: 'a',
      },
      rings: [],
      line: { at: 33, text: '33.0 dB(A)' },
      lit: new Set(['e3', 'e4']),
    },
    { width: 960, height: 560, scale: 1 },
    PAPER,
  );
  const svg = markup(picture);
  const labels = [...svg.matchAll(/y="([\d.]+)" font-size="13.5" font-weight="650"[^>]*>(Entry \d+)</g)];
  expect(new Set(labels.map(([, , label]) => label)).size).toBe(14);
  const heights = labels.map(([, y]) => Number(y)).sort((a, b) => a - b);
  heights.slice(1).forEach((y, i) => expect(y - heights[i]!).toBeGreaterThan(16.5));
  expect(svg.match(/<g opacity="0.25">/g)).toHaveLength(12);
  expect(svg).toContain('>33.0 dB(A)<');
});
