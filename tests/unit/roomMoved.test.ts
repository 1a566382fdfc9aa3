import { roomMovedBetween, roomMovedK } from '@/core/rig/roomMoved';

test('a warmer room moves a rise by the density of its air: nothing in one room, as much either way, in proportion', () => {
  expect(roomMovedK(40, { fromC: 21, toC: 21 })).toBe(0);
  expect(roomMovedK(40, { fromC: 19, toC: 24 })).toBeCloseTo(roomMovedK(40, { fromC: 24, toC: 19 }), 12);
  // 1.204 kg/m³ at 20 °C and 1.164 at 30 °C (dry air, 1 atm): 0.8 of the logarithm of their ratio.
  expect(roomMovedK(50, { fromC: 20, toC: 30 })).toBeCloseTo(50 * 0.8 * Math.log(1.204 / 1.164), 1);
  expect(() => roomMovedK(40, { fromC: Number.NaN, toC: 24 })).toThrow('roomMovedK');
});

test('between entries it is told where it outgrows half of their ±, and of one alone not at all', () => {
  const placed = (interval95: number) => [38, 40, 44].map((value) => ({ value, interval95 }));
  const rooms = { fromC: 19, toC: 24 };
  expect(roomMovedBetween(placed(0.8), rooms)).toBeCloseTo(roomMovedK(40, rooms), 12);
  expect(roomMovedBetween(placed(1.2), rooms)).toBeNull();
  expect(roomMovedBetween(placed(0.1).slice(0, 1), rooms)).toBeNull();
});
