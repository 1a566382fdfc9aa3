import { loadKey } from '@/core/runs/load';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { viewLeaders } from '@/lab/orders/leaders';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { pricesOf } from '@/lab/lineUp/prices';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { lookAtPasted, takePasted, undoPasted, type PasteName } from '@/lab/paste/paste';
import { slippedRuns } from '@/lab/runs/notedRuns';
import { listAllReadings } from '@/database/runs/runReadings';
import { withDatabase } from '@/database/pool';
import { inFreshLab } from '../support/lab';

inFreshLab();

const request = (text: string, more: object = {}) => ({
  ...{ text, as: null, shared: {}, who: 'Ana', today: '2026-11-29', ...more },
});
const take = (kind: PasteName, id: number, text: string, more: object = {}) =>
  takePasted(kind, id, request(text, more));
const look = (kind: PasteName, id: number, text: string, more: object = {}) =>
  lookAtPasted(kind, id, request(text, more));
const tabs = (...lines: string[]) => lines.map((line) => line.replace(/ *\| */g, '\t')).join('\r\n');
const runsOf = async (id: number) => (await viewRoundUp(id))!.runs;

let id: number;
beforeAll(async () => {
  id = await createRoundUp({
    ...{ who: 'Ana', title: 'From a sheet', question: 'coolers', rigRevisionId: null, rigName: 'Desk' },
  });
});

test('entries with their prices come from a block, as they are written there, and go with one undo', async () => {
  const block = tabs(
    'Cooler | Brand | Type | Fans | Price (EUR) | Height, mm',
    'Levante | Barlovento | tower | 2 | 49,90 € | 155',
    'Jaloque 360 | Sotavento | AIO | 3 | 1 120 | ',
  );
  const seen = await look('entries', id, block);
  expect(seen.as).toEqual(['product', 'maker', 'kind', 'fan_count', 'price', 'height_mm']);
  expect(seen.asks.map((ask) => ask.id)).toEqual(['currency']);
  expect(await viewLineUp(id)).toEqual([]);

  const first = await take('entries', id, block);
  expect(first.said).toBe('2 entries are in the line-up');
  const there = await viewLineUp(id);
  expect(
    there.map(({ productName, entry, product: { body } }) => [
      productName,
      body.kind,
      body.price,
      entry.body.fans[0]!.count,
    ]),
  ).toEqual([
    ['Levante', 'air-tower', 49.9, 2],
    ['Jaloque 360', 'liquid', 1120, 3],
  ]);
  // Where one of them cannot be taken back, none is.
  const [one] = first.undo as number[];
  await expect(undoPasted('entries', id, [one, 99_999], 'Ana')).rejects.toThrow('not in the line-up');
  expect(await viewLineUp(id)).toHaveLength(2);
  await undoPasted('entries', id, first.undo, 'Ana');
  expect(await viewLineUp(id)).toEqual([]);
  await take('entries', id, block);
});

test('a faulty cell is told at its place, and nothing of the block is taken', async () => {
  const block = tabs(
    'Product | Fans | dB(A) | Room dB(A) | Die °C | Room °C',
    'Levante | 50 % | 30.1 | 20,5 | 61,0 | 22,0',
    'Levant | 100 % | loud | 20,5 | 55,0 | 22,0',
    'Levante | 75 % | 35 | 20,5 | 20 | 22,0',
    'Levante | 75 % | 335 | 20,5 | 58 | 22,0',
  );
  const { as, rows } = await look('runs', id, block);
  expect(as).toEqual(['entry', 'setting', 'noiseDb', 'floorDb', 'cpuC', 'ambientC']);
  expect(rows[0]).toMatchObject({ faults: {}, fault: '' });
  expect(rows[1]!.faults).toEqual({
    0: expect.stringMatching(/no entry of this name; there are Levante, Jaloque 360/) as string,
    2: 'not a number: "loud"',
  });
  expect(rows[3]!.faults[2]).toMatch(/between -20 and 160 dB/);
  await expect(take('runs', id, block)).rejects.toThrow(/line 3: no entry of this name/);
  // What only writing finds takes all of it back, too: a die under its room with the load on.
  const [head, first, , under] = block.split('\r\n');
  await expect(take('runs', id, [head, first, under].join('\n'))).rejects.toThrow(
    /line 3: .*at or under the room/i,
  );
  expect(await runsOf(id)).toEqual([]);
});

test('twelve runs come from one block, rank as typed ones do, and go with one undo; a slip among them is told', async () => {
  const sweep = (product: string, riseK: number, mount: number) =>
    ['40 %|27.0|0', '60 %|31.0|-4', '100 %|38.0|-8'].map((point, i) => {
      const [setting, dB, less] = point.split('|');
      return `${product} | ${mount} | ${setting} | ${dB} | ${(22 + riseK + Number(less) + 0.1 * mount).toFixed(1)} | 22.0 | ${i}`;
    });
  const lines = [
    ...[1, 2].flatMap((mount) => sweep('Levante', 40, mount)),
    ...[1, 2].flatMap((mount) => sweep('Jaloque 360', 34, mount)),
  ];
  const heading = 'cooler | mount | fans | noise (dBA) | CPU temp | ambient | my column';
  const block = tabs(heading, ...lines);
  const seen = await look('runs', id, block, { shared: { floorDb: '19.5' } });
  expect(seen.as).toEqual(['entry', 'mount', 'setting', 'noiseDb', 'cpuC', 'ambientC', null]);
  expect(seen.asks.map((ask) => ask.id)).toEqual(['load', 'floorDb']);
  expect(seen.rows.flatMap((row) => row.asked)).toEqual([]);
  const taken = await take('runs', id, block, { shared: { floorDb: '19.5' } });
  expect(taken.said).toBe('12 runs are in the logbook');
  expect(await runsOf(id)).toHaveLength(12);
  expect((await viewLeaders(id))!.first.map(({ entry }) => entry)).toEqual(['jaloque-360', 'levante']);

  await undoPasted('runs', id, taken.undo, 'Ana');
  expect(await runsOf(id)).toEqual([]);
  const slipped = block.replace(/62\.1/, '86.1');
  const shown = await look('runs', id, slipped, { shared: { floorDb: '19.5' } });
  // The sheet itself tells: the line after it, of the same fans, is the one that stands beside it.
  expect(shown.rows.flatMap((row) => row.asked).join()).toMatch(/64\.1 K/);
  await take('runs', id, slipped, { shared: { floorDb: '19.5' } });
  const slips = (await slippedRuns((await viewRoundUp(id))!)).sort((a, b) => a.id - b.id);
  expect(slips.map(({ says }) => says.join())).toEqual([
    expect.stringMatching(/^a rise of 64\.1 K, where run \d+ \(mount 2\) has 40\.2 K/),
    expect.stringMatching(/^a rise of 40\.2 K, where run \d+ \(mount 1\) has 64\.1 K/),
  ]);
});

test('the same lines once more are further passes; room levels and prices are pasted to what is there', async () => {
  const again = tabs(
    'entry | fans | mount | noise | floor | die | room',
    'levante | 40 % | 2 | 27.1 | 19.5 | 62.3 | 22',
  );
  await take('runs', id, again);
  expect(
    (await runsOf(id))
      .filter((run) => run.setting === '40 %' && run.entry === 'levante')
      .map(({ mount, pass }) => [mount, pass])
      .sort(),
  ).toEqual([
    [1, 1],
    [2, 1],
    [2, 2],
  ]);
  const rooms = await take('rooms', id, tabs('entry | mount | room', 'Levante | 2 | 18,0'));
  expect(rooms.said).toBe('4 runs have another level of the room');
  const floors = async () => [...new Set((await runsOf(id)).map((run) => run.floorDb))].sort();
  expect(await floors()).toEqual([18, 19.5]);
  await undoPasted('rooms', id, rooms.undo, 'Ana');
  expect(await floors()).toEqual([19.5]);

  const prices = await take(
    'prices',
    id,
    tabs('name | price | date', 'Levante | 45,5 | 20.11.2026', 'Levante | 47 | '),
    {
      shared: { date: '2026-11-28' },
    },
  ).catch((error: Error) => error.message);
  expect(prices).toMatch(/line 3: .*day/);
  const sound = await take('prices', id, tabs('name | price', 'Levante | 45,5 €', 'Jaloque 360 | 118'));
  const noted = async () =>
    (await pricesOf(id)).map(({ entry, prices: own }) => [
      entry,
      own.map(({ date, price }) => [date, price]),
    ]);
  expect(await noted()).toEqual([
    ['levante', [['2026-11-29', 45.5]]],
    ['jaloque-360', [['2026-11-29', 118]]],
  ]);
  await undoPasted('prices', id, sound.undo, 'Ana');
  expect(await noted()).toEqual([]);
});

test('a fan’s readings at places are columns of their distance; several of a place stand in one cell', async () => {
  const air = await createRoundUp({
    ...{ who: 'Ana', title: 'Fans', question: 'fans-by-air', rigRevisionId: null, rigName: 'Tunnel' },
  });
  await take('entries', air, 'name\nRacha\nSiroco\n');
  expect((await viewLineUp(air)).map(({ product }) => product.body.kind)).toEqual(['fan', 'fan']);
  const block = tabs(
    'Fan name | rpm | dB(A) | 15 cm | 30 cm',
    'Racha | 1000 | 24 | 1.9; 2.0; 2.1 | 1.5',
    'Racha | 1500 | 33 | 30 | 2.2',
  );
  const { as } = await look('runs', air, block, { shared: { floorDb: '16' } });
  expect(as).toEqual(['entry', 'rpm', 'noiseDb', 'airspeed@15 cm', 'airspeed@30 cm']);
  await take('runs', air, block, { shared: { floorDb: '16' } });
  expect((await runsOf(air)).map(({ setting }) => setting).sort()).toEqual(['1000 rpm', '1500 rpm']);
  const read = await withDatabase((db) => listAllReadings(db, air));
  expect(read.filter(({ place }) => place === '15 cm').map(({ value }) => value)).toEqual([1.9, 2, 2.1, 30]);
  // Ten times its neighbour: a flag where it stands unasked.
  const says = (await slippedRuns((await viewRoundUp(air))!)).flatMap((slip) => slip.says);
  expect(says.join()).toMatch(/airspeed at 15 cm: 30\.0 where its other speeds say 3\.00/);
});

test('bare watts are the one load of those watts; a line that stands twice is asked about, in the block and beside the logbook', async () => {
  const other = await createRoundUp({
    ...{ who: 'Ana', title: 'With a card', question: 'coolers', rigRevisionId: null, rigName: 'Card desk' },
  });
  await take('entries', other, tabs('Cooler', 'Levante', 'Poniente'));
  const heads = 'cooler | load | fans | dB(A) | room dB(A) | die | room';
  const line = 'Levante | 95 W + 160 W graphics | 60 % | 33 | 20 | 61 | 22';
  await take('runs', other, tabs(heads, line));
  const bare = 'Poniente | 95 | 60 % | 34 | 20 | 63 | 22';
  const seen = await look('runs', other, tabs(heads, line, bare, bare));
  expect(seen.rows.map(({ asked }) => asked)).toEqual([
    expect.arrayContaining([expect.stringMatching(/^run 001 has the same .* is it pasted twice\?$/)]),
    ['“95” is taken as 95 W + 160 W graphics'],
    expect.arrayContaining(['the same as line 3: is it pasted twice?']),
  ]);
  await take('runs', other, tabs(heads, bare));
  expect(new Set((await runsOf(other)).map(loadKey)).size).toBe(1);
  const entries = await look(
    'entries',
    other,
    tabs('Cooler | Brand', 'Solano | Sotavento', 'Solano | Sotavento'),
  );
  expect(entries.rows.map(({ asked }) => asked)).toEqual([[], ['the same as line 2: it is taken once']]);
});
