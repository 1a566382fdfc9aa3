import { withDatabase } from '@/database/pool';
import { countValues, listValues } from '@/database/runs/runValues';
import { rankBundle } from '@/lab/model/rankBundle';
import { renewReductions } from '@/lab/model/renewReductions';
import { viewResponse } from '@/lab/model/responseView';
import { heatingUp } from '@/lab/orders/heatingUp';
import { offeredColumns, packedLogbook } from '@/lab/runs/logbookRows';
import { verdictCsv } from '@/lab/orders/verdictCsv';
import { viewVerdict } from '@/lab/orders/verdictView';
import { coverWords } from '@/core/lineUp/underCover';
import { unpack } from '@/core/packed';
import { notedRuns } from '@/lab/runs/notedRuns';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { readBundle } from '@/formats/bundle/readBundle';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { quantitySample as sample } from '../support/samples';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

/** The order of a response as pages compute it. */
async function order(
  id: number,
  what: { response: string; against: 'noise' | 'rpm' | 'duty'; place?: string | undefined; at: number },
) {
  const view = (await viewRoundUp(id))!;
  const shown = (await viewResponse(view, what))!;
  const { curves, load } = shown.loads[0]!;
  const rule = {
    loadW: load.loadW,
    program: false,
    referenceAmbientC: 23,
    limitC: 90,
    throttles: what.response === 'rise',
  };
  return rankAtLine(curves, { ...rule, lineDb: what.at }).placed.map(({ entry, value }) => [
    entry,
    Number(value.toFixed(6)),
  ]);
}

const ASKED = [
  ['air', 'airspeed', 'noise', 31, '30 cm'],
  ['air', 'pressure', 'rpm', 1150, 'sealed chamber'],
  ['sensors', 'rise', 'rpm', 1250, undefined],
  ['sensors', 'gpu-rise', 'noise', 34, undefined],
  ['sensors', 'vrm-rise', 'duty', 70, undefined],
  ['sensors', 'clock', 'noise', 34, undefined],
  ['sensors', 'burst-rise', 'noise', 34, undefined],
  ['sensors', 'level', 'rpm', 1250, undefined],
  ['typed', 'gpu-rise', 'noise', 33, undefined],
] as const;

/** Each sample in the lab, and its export in it once more: made once for all that is asked of it. */
const inLab = new Map<string, Promise<[number, number]>>();
function twice(name: (typeof ASKED)[number][0]): Promise<[number, number]> {
  const made = async (): Promise<[number, number]> => {
    const id = await importSound(sample(name));
    return [id, await importSound(await exported(id))];
  };
  const found = inLab.get(name) ?? made();
  inLab.set(name, found);
  return found;
}

test.each(ASKED)(
  '%s, %s against %s: the lab ranks as the command line does, and so does its export elsewhere',
  async (name, response, against, at, place) => {
    const files = sample(name);
    const bundle = readBundle(files);
    const ranked = rankBundle(bundle, { response, against, at, place }).ranking.placed;
    const expected = ranked.map((placed) => [placed.entry, Number(placed.value.toFixed(6))]);
    expect(expected.length).toBeGreaterThan(2);
    const [id, again] = await twice(name);
    expect(await order(id, { response, against, at, place })).toEqual(expected);
    const there = await order(again, { response, against, at, place });
    expect(there.map(([entry]) => entry)).toEqual(expected.map(([entry]) => entry));
    there.forEach(([, value], i) => expect(value as number).toBeCloseTo(expected[i]![1] as number, 5));
  },
);

test('a lab of the version before has its values once it starts: from its logs, none lost, none twice', async () => {
  const id = await importSound(sample('sensors'));
  const counted = () => withDatabase((db) => countValues(db, id));
  const before = await counted();
  expect(before.map((other) => other.response)).toEqual(
    expect.arrayContaining(['gpu-rise', 'vrm-rise', 'clock', 'steady-time', 'burst-rise', 'speed']),
  );
  const values = () => withDatabase((db) => listValues(db, id, 'gpu-rise', ''));
  const was = await values();
  await withDatabase((db) => db.query(`DELETE FROM run_values WHERE response <> 'rise'`));
  await withDatabase((db) => db.query('UPDATE reductions SET rule_version = 3'));
  expect(await renewReductions()).toContain('none of them shows another number');
  expect(await counted()).toEqual(before);
  expect(new Set(await values())).toEqual(new Set(was));
});

test('a run without a die is kept, says so, and is not in the way of others; a die that cannot be is still a problem', async () => {
  const id = await importSound(sample('air'));
  const noted = await notedRuns((await viewRoundUp(id))!);
  expect(noted.length).toBeGreaterThan(10);
  expect(new Set(noted.map((run) => run.state))).toEqual(new Set(['other readings']));
  const clear = noted.find((run) => run.run.level.standing === 'clear')!;
  expect(clear.flagged).toBe(false);
  expect(clear.notes.join()).not.toMatch(/settled|typed|logged/);
  const typed = sample('typed');
  const csv = new TextDecoder().decode(typed.get('runs.csv')).replace(',62.0,22.0,', ',20.0,22.0,');
  const result = await importAsNew(new Map(typed).set('runs.csv', new TextEncoder().encode(csv)));
  expect(result).toMatchObject({ imported: false, problems: [{ file: 'runs.csv', column: 'cpu_c' }] });
});

test('noise read at several places counts by energy, everywhere', async () => {
  const files = sample('typed');
  const readings =
    'run,quantity,place,value,unit,rpm\nr04,noise,left,46.3,dB(A),\nr04,noise,right,46.3,dB(A),\n';
  const id = await importSound(new Map(files).set('readings.csv', new TextEncoder().encode(readings)));
  const level = (await viewRoundUp(id))!.runs.find((run) => run.label === 'r04')!;
  // 36.3 dB(A) as written, and two of 46.3: (1 + 10 + 10) / 3 times as much.
  expect(level.noiseDb).toBe(36.3);
  expect(level.level.levelDb).toBeCloseTo(36.3 + 10 * Math.log10(7), 1);
});

test('the verdict ranks any response as the command line does, and its CSV says which', async () => {
  const id = await importSound(sample('sensors'));
  const bundle = readBundle(sample('sensors'));
  const { placed } = rankBundle(bundle, { response: 'vrm-rise', against: 'duty', at: 70 }).ranking;
  const verdict = (await viewVerdict(id, { response: 'vrm-rise', against: 'duty', at: '70' }))!;
  expect(verdict.ranking.placed.map((row) => row.entry)).toEqual(placed.map((row) => row.entry));
  expect(verdict.others).toEqual([]);
  const { shown, lineAt, chosen, view, ranking } = verdict;
  const csv = verdictCsv(ranking, view.entries, { lineAt, load: chosen.label, shown }, coverWords([], []));
  const [head, first] = csv.split('\r\n').map((line) => line.split(','));
  const cell = (name: string) => first![head!.indexOf(name)];
  expect([cell('response'), cell('unit'), cell('line_duty_pct')]).toEqual(['vrm-rise', 'K', '70']);
  expect(Number(cell('value'))).toBeCloseTo(placed[0]!.value, 1);
  expect(Number(cell('level_dba'))).toBeCloseTo(placed[0]!.levelDb, 1);
  // What a round-up does not have falls back to what it has.
  const air = await importSound(sample('air'));
  expect((await viewVerdict(air, {}))!.shown.response.id).toBe('airspeed');
  expect((await viewVerdict(air, { response: 'gpu-rise', at: 'x' }))!.ranking.placed.length).toBeGreaterThan(
    2,
  );
});

test('other values of runs stand as columns of the logbook, each in its run', async () => {
  const id = await importSound(sample('sensors'));
  const view = (await viewRoundUp(id))!;
  const offered = await offeredColumns(view);
  expect(offered.map((column) => column.key)).toEqual(
    expect.arrayContaining(['gpu-rise', 'vrm-rise', 'clock', 'burst-rise-10']),
  );
  const chosen = offered.filter((column) => ['gpu-rise', 'clock'].includes(column.key));
  const rows = unpack(await packedLogbook(view, chosen));
  const values = await withDatabase((db) => listValues(db, id, 'gpu-rise', ''));
  expect(values.length).toBeGreaterThan(10);
  for (const { runId, value } of values)
    expect(rows.find((row) => row.id === runId)!.values[0]).toBeCloseTo(value, 3);
  expect(unpack(await packedLogbook(view, [])).every((row) => row.values.length === 0)).toBe(true);
  const air = (await viewRoundUp(await importSound(sample('air'))))!;
  expect((await offeredColumns(air)).map((column) => column.key)).toContain('airspeed@through the heatsink');
});

test('how fast entries heat up stands beside the line: less after 10 s than after 60, and steady after that', async () => {
  const view = (await viewRoundUp(await importSound(sample('sensors'))))!;
  const columns = await heatingUp(view, { line: 34 });
  const at = (id: string) => columns.find((column) => column.id === id)!.values;
  const entries = Object.keys(at('burst-rise')).filter((entry) => at('burst-rise')[entry] !== null);
  expect(entries.length).toBeGreaterThan(2);
  for (const entry of entries) {
    expect(at('burst-rise-10')[entry]!).toBeLessThan(at('burst-rise')[entry]!);
    expect(at('burst-rise')[entry]!).toBeLessThan(at('burst-rise-60')[entry]!);
  }
  expect((await heatingUp((await viewRoundUp(await importSound(sample('air'))))!, { line: 31 })).length).toBe(
    0,
  );
});
