import type { BroughtLog } from '@/core/joining/evening';
import type { Piece } from '@/core/joining/pieces';
import { BLANK_TARGET } from '../runsTarget';
import { runsPlan, usedPieces } from './runsPlan';

const piece = (more: Partial<Piece>): Piece => ({
  ...{ fromS: 0, toS: 600, use: true, entry: 'a', loadW: '170', setting: '50 %', mount: '1', pass: '' },
  ...{ noiseDb: '30,4', floorDb: '', typed: [] },
  ...more,
});
const pieces = [
  piece({ floorDb: '18.2' }),
  piece({ use: false, entry: '' }),
  piece({ fromS: 700, toS: 1300, loadW: '90', mount: '', noiseDb: '' }),
];
const evening = { offsetsS: [0, 12.5], cuts: [], placed: [], joined: [], pieces };
const logs = [7, 9].map((fileId) => ({ fileId }) as BroughtLog);
const given = { logs, room: null, target: BLANK_TARGET, into: '' };

test('pieces that are used become runs, with the room’s level of the last one above and numbers as they are typed here', () => {
  const { runs, logs: placed } = runsPlan(evening, given);
  expect(placed).toEqual([
    { fileId: 7, offsetS: 0 },
    { fileId: 9, offsetS: 12.5 },
  ]);
  expect(usedPieces(evening).map(({ i }) => i)).toEqual([0, 2]);
  expect(runs).toHaveLength(2);
  expect(runs[0]).toMatchObject({ loadW: 170, mount: 1, pass: undefined, noiseDb: 30.4, floorDb: 18.2 });
  // Nothing typed is nothing known, and no nought.
  expect(runs[1]).toMatchObject({ fromS: 700, loadW: 90, mount: undefined, noiseDb: null, floorDb: 18.2 });
});

test('the room goes along where it was typed, good to 1 K unless something else is said', () => {
  const room = (ambientC: string, doubtK: string) =>
    runsPlan(evening, { ...given, room: { ambientC, doubtK } }).room;
  expect(room('21,5', '0.5')).toEqual({ ambientC: 21.5, doubtK: 0.5 });
  expect(room('21.5', '')).toEqual({ ambientC: 21.5, doubtK: 1 });
  expect(room('', '0.5')).toBeNull();
  expect(runsPlan(evening, given).room).toBeNull();
});

test('they go into the round-up that is named, or into a new one', () => {
  expect(runsPlan(evening, given).target).toMatchObject({ roundUpId: null, meterDistanceCm: 60, limitC: 90 });
  expect(runsPlan(evening, { ...given, into: '12' }).target.roundUpId).toBe(12);
  const blank = { ...BLANK_TARGET, meterDistanceCm: '', limitC: 'hot' };
  expect(runsPlan(evening, { ...given, target: blank }).target).toMatchObject({
    ...{ meterDistanceCm: undefined, limitC: undefined },
  });
});
