import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { alignClocks, clockFit } from '@/core/joining/alignClocks';
import { SAME_RPM, sameSettings } from '@/core/joining/sameSettings';
import { readBundle } from '@/formats/bundle/readBundle';
import { readFolder } from '@/formats/bundle/bundleFolder';
import { rankBundle } from '@/lab/model/rankBundle';
import { simulatedEvening } from '../support/evening';
import { program } from '@/lab/work/program';

const folder = mkdtempSync(join(tmpdir(), 'abanico-cut-'));
const evening = simulatedEvening(3);
const put = (name: string, text: string | Uint8Array) => writeFileSync(join(folder, name), text);
for (const [name, bytes] of evening.logs) put(name, bytes);
const text = (name: string) => Buffer.from(evening.logs.get(name)!).toString('utf8');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Told {
  logs: { file: string; rows: number; stepS: number; shiftS: number; shiftFits: number | null }[];
  pieces: {
    fromS: number;
    toS: number;
    loadW: number;
    setting: string;
    riseK: number;
    noiseDb: number;
    state: string;
  }[];
  problems: { file: string; message: string }[];
}

function cut(...args: string[]) {
  const done = spawnSync('node', [...program('cut'), ...args], {
    encoding: 'utf8',
    env: { ...process.env, ABANICO_CALLER: folder },
  });
  return {
    ...done,
    told: done.status === 0 && args.includes('--json') ? (JSON.parse(done.stdout) as Told) : null,
  };
}

test('an evening of three logs becomes a bundle that ranks as its cooler is', async () => {
  const { told } = cut('sensors.csv', 'meter.csv', 'room.txt', '--json', '--out', 'evening');
  expect(told!.logs).toEqual([
    { file: 'sensors.csv', rows: 2600, stepS: 1, shiftS: 0, shiftFits: null },
    { file: 'meter.csv', rows: 1300, stepS: 2, shiftS: 40, shiftFits: 1 },
    { file: 'room.txt', rows: 520, stepS: 5, shiftS: 0, shiftFits: null },
  ]);
  expect(told!.pieces.map(({ state, loadW }) => [state, loadW])).toEqual([
    ['settled', 170],
    ['settled', 170],
  ]);
  expect(told!.pieces[0]!.fromS).toBe(0);
  expect(told!.pieces[1]!.fromS).toBeCloseTo(1300, -1);
  const bundle = readBundle(await readFolder(join(folder, 'evening')));
  expect(bundle.problems).toEqual([]);
  const [placed] = rankBundle(bundle, {}).ranking.placed;
  expect(Math.abs(placed!.value - evening.riseAtK(placed!.levelDb))).toBeLessThan(0.6);
  // Nobody read the room alone: that is told, and nothing is made of it.
  expect(told!.problems.map(({ message }) => message)).toEqual([expect.stringContaining('room alone')]);
}, 60_000);

test('a meter by another zone’s clock is moved by its hour; one whose steps meet nothing is left, with how little it fits', () => {
  const later = (s: number) =>
    text('meter.csv').replace(/^(\d{4}-[^Z]+)Z/gm, (_, at: string) =>
      new Date(Date.parse(`${at}Z`) + 1000 * s).toISOString().slice(0, 20).replace(/\.$/, 'Z'),
    );
  put('hour.csv', later(3600));
  const { told } = cut('sensors.csv', 'hour.csv', 'room.txt', '--json');
  expect(told!.logs[1]).toMatchObject({ shiftS: -3560, shiftFits: 1 });
  expect(told!.pieces.every(({ noiseDb }) => noiseDb > 28)).toBe(true);
  put('far.csv', later(20 * 3600));
  expect(cut('sensors.csv', 'far.csv', 'room.txt', '--json').told!.logs[1]).toMatchObject({
    shiftS: 0,
    shiftFits: 0,
  });
}, 60_000);

test('what cannot be used ends with status 2 and one line, and nothing is written', () => {
  for (const [args, line] of [
    [['meter.csv', '--out', 'none'], /meter\.csv.*temperature of the die/],
    [['sensors.csv', 'gone.csv', '--out', 'none'], /gone\.csv.*no such file/],
    [['sensors.csv', 'room.txt', '--out', 'none'], /no piece of this session can be a run/],
    [['sensors.csv', 'meter.csv', 'room.txt', '--out', '.'], /is there already/],
  ] as const) {
    const { status, stderr } = cut(...args);
    expect(status).toBe(2);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).toMatch(line);
  }
  expect(existsSync(join(folder, 'none'))).toBe(false);
  expect(readdirSync(folder).filter((name) => name.includes('making'))).toEqual([]);
}, 60_000);

test('summer time is found in the steps whatever they are, and a clock off by both an hour and seconds', () => {
  const steps = fc.uniqueArray(fc.integer({ min: 0, max: 120 }), { minLength: 4, maxLength: 12 });
  const halves = fc.integer({ min: -4, max: 4 }).filter((n) => n !== 0);
  fc.assert(
    fc.property(steps, halves, fc.integer({ min: -60, max: 60 }), (at, half, s) => {
      const lead = at.map((n) => 97 * n).sort((a, b) => a - b);
      const offsetS = 1800 * half + s;
      const log = lead.map((step) => step - offsetS);
      const [from, to] = [lead[0]! - 200, lead.at(-1)! + 200];
      const shift = alignClocks(lead, log, {
        lead: { fromS: from, toS: to },
        log: { fromS: from - offsetS, toS: to - offsetS },
      });
      expect(Math.abs(shift!.offsetS - offsetS)).toBeLessThanOrEqual(1);
      expect(shift!.isSure).toBe(true);
      expect(clockFit(lead, log, shift!.offsetS)).toBe(1);
    }),
  );
});

test('readings of one setting are one, whatever their order; settings apart stay apart', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 4, max: 20 }), { minLength: 1, maxLength: 6 }),
      fc.array(fc.record({ of: fc.nat(5), off: fc.double({ min: -0.01, max: 0.01, noNaN: true }) }), {
        minLength: 1,
      }),
      (settings, read) => {
        const rpm = read.map(({ of, off }) => 100 * settings[of % settings.length]! * (1 + off));
        const named = sameSettings(rpm, SAME_RPM);
        named.forEach((a, i) =>
          named.forEach((b, j) => {
            const alike = read[i]!.of % settings.length === read[j]!.of % settings.length;
            expect(a === b).toBe(alike);
          }),
        );
      },
    ),
  );
  expect(sameSettings([1000, null, 1010], SAME_RPM)).toEqual([1005, null, 1005]);
});
