import { seededChance } from '../../../tests/support/chance';
import { inHand, moveClock, sayOf, type EveningInHand } from './eveningByHand';
import {
  endGuardS,
  firstOffsets,
  joinEvening,
  placeSeries,
  proposedClocks,
  proposedCuts,
  type BroughtLog,
} from './evening';
import { piecesFor } from './pieces';
import { roomAlone } from './roomAlone';

type Column = [quantity: string, valueAt: (t: number) => number];

function log(path: string, fromS: number, toS: number, clockOffS: number, columns: Column[]): BroughtLog {
  const times = Array.from({ length: toS - fromS }, (_, i) => fromS + i);
  return {
    fileId: 1,
    path,
    delimiter: ',',
    decimal: '.',
    encoding: 'utf-8',
    columns: columns.map(([quantity]) => ({ header: quantity, quantity: quantity as never, unit: null })),
    samples: times.length,
    durationS: toS - fromS,
    firstS: fromS - clockOffS,
    lastS: toS - clockOffS,
    clockKind: 'date',
    problems: [],
    unlisted: 0,
    series: {
      timeS: times.map((t) => t - clockOffS),
      values: columns.map(([quantity, valueAt]) => ({ quantity, values: times.map(valueAt) })),
    },
  };
}

const chance = seededChance(3);
const START = 1.7e9;
const at = (t: number) => t - START;
/** Load and fans off for two minutes, then three settings of half an hour. */
const rpm = (t: number) =>
  at(t) < 120 ? 0 : [1400, 1100, 800][Math.min(2, Math.floor((at(t) - 120) / 1800))]!;
const watts = (t: number) => (at(t) < 120 ? 3 : 170);
const level = (t: number) => (rpm(t) === 0 ? 21 : 21 + rpm(t) / 70) + 0.2 * chance.normal();
const sensors = (fromS: number, toS: number, path = 'sensors.csv') =>
  log(path, START + fromS, START + toS, 0, [
    ['cpu_temperature', () => 60],
    ['power', watts],
    ['fan_speed', (t) => rpm(t) + 4 * chance.normal()],
  ]);
const END = 120 + 3 * 1800;

test.each([120, -47, 310])(
  'a meter %d s off is moved until its steps fall on those of load and fans',
  (offS) => {
    const logs = [sensors(0, END), log('meter.csv', START, START + END, offS, [['noise_level', level]])];
    const [own, shift] = proposedClocks(logs, [0, 0]);
    expect(own).toBeNull();
    expect(Math.abs(shift!.offsetS - offS)).toBeLessThanOrEqual(2);
    expect(shift).toMatchObject({ matched: 3, steps: 3 });
  },
);

test('a meter on time stays, and one that never steps tells nothing', () => {
  const right = log('meter.csv', START, START + END, 0, [['noise_level', level]]);
  const flat = log('flat.csv', START, START + END, 120, [['noise_level', () => 33 + 0.2 * chance.normal()]]);
  expect(proposedClocks([sensors(0, END), right, flat], [0, 0, 0])).toEqual([null, null, null]);
});

test('two sensor logs of one evening are one, with a cut where one gives way to the next', () => {
  const logs = [sensors(0, 2000), sensors(2600, END, 'later.csv')];
  const series = placeSeries(logs, [0, 0]);
  const die = series.find((series) => series.quantity === 'cpu_temperature')!;
  expect(die.timeS).toHaveLength(2000 + END - 2600);
  const proposed = proposedCuts(logs, [0, 0], series);
  const cuts = proposed.map((cut) => Math.round(at(cut)));
  for (const expected of [120, 1920, 2000, 2600, 3720])
    expect(cuts.some((cut) => Math.abs(cut - expected) <= 1)).toBe(true);
  const pieces = piecesFor(series, proposed, [], 3);
  // Load off, and the hole between the logs, are no runs.
  expect(pieces.filter((piece) => piece.use).map((piece) => piece.setting)).toEqual([
    '1400 rpm',
    '1100 rpm',
    '800 rpm',
  ]);
});

test('the room alone comes from the minutes with load and fans off, bursts left out', () => {
  const noisy = log('meter.csv', START, START + END, 0, [
    ['noise_level', (t) => (at(t) === 60 ? 55 : level(t))],
  ]);
  const logs = [sensors(0, END), noisy];
  const series = placeSeries(logs, [0, 0]);
  expect(roomAlone(series, START + 500)).toBeCloseTo(21, 0);
  expect(piecesFor(series, proposedCuts(logs, [0, 0], series), [])[1]!.floorDb).toBe(
    String(roomAlone(series, START + 120)),
  );
  expect(roomAlone(placeSeries([sensors(120, END), noisy], [0, 0]), START + 500)).toBeNull();
  // A pump that runs on is no part of the room.
  const pump = (rpm: number) => log('loop.csv', START, START + END, 0, [['pump_speed', () => rpm]]);
  expect(roomAlone(placeSeries([...logs, pump(2600)], [0, 0, 0]), START + 500)).toBeNull();
  expect(roomAlone(placeSeries([...logs, pump(0)], [0, 0, 0]), START + 500)).toBeCloseTo(21, 0);
});

test('a piece keeps clear of the cut at its end, by a row and by what two clocks leave open', () => {
  const die = log('die.csv', START, START + END, 0, [['cpu_temperature', () => 60]]);
  const power = log('power.csv', START, START + END, 0, [
    ['power', watts],
    ['fan_speed', rpm],
  ]);
  expect(endGuardS([sensors(0, END)])).toBeCloseTo(1, 2);
  expect(endGuardS([die, power])).toBeCloseTo(4, 2);
  expect(endGuardS([die])).toBe(0);
  const logs = [die, power];
  const series = placeSeries(logs, [0, 0]);
  const pieces = piecesFor(series, proposedCuts(logs, [0, 0], series), [], endGuardS(logs));
  expect(pieces.map(({ fromS, toS }) => [at(fromS), Math.round(at(toS))])).toEqual([
    [0, 116],
    [120, 1916],
    [1920, 3716],
    [3720, END],
  ]);
});

/** A log whose clock tells the time of day alone; 1.7e9 s is 14 November 2023, 22:13:20. */
const byDay = (brought: BroughtLog, path = brought.path): BroughtLog => {
  const startS = 86_400 * Math.floor(brought.firstS! / 86_400);
  const own = (t: number) => t - startS;
  const { series } = brought;
  return {
    ...{ ...brought, path, clockKind: 'day' as const },
    ...{ firstS: own(brought.firstS!), lastS: own(brought.lastS!) },
    series: { ...series, timeS: series.timeS.map(own) },
  };
};

test('a log with a time of day alone gets its day from its name or from a log with dates, over midnight too', () => {
  const meter = log('meter.csv', START, START + END, 0, [['noise_level', level]]);
  // From 23:56:40, with the next day before its end.
  const late = log('late.csv', START + 6200, START + END, 0, [['noise_level', level]]);
  const [, early] = firstOffsets([sensors(0, END), byDay(meter)]);
  expect(early! + byDay(meter).firstS!).toBe(START);
  const night = sensors(0, 9000);
  const after = log('after.csv', START + 7000, START + 9000, 0, [['noise_level', level]]);
  expect(firstOffsets([night, byDay(after)])[1]! + byDay(after).firstS!).toBe(START + 7000);
  expect(firstOffsets([byDay(sensors(0, END)), late]).map((offS) => offS > 1e8)).toEqual([true, false]);
  const [named] = firstOffsets([byDay(sensors(0, END), 'die 2023-11-14.csv')]);
  expect(named! + byDay(sensors(0, END)).firstS!).toBe(START);
  expect(firstOffsets([byDay(sensors(0, END), 'run 20231399.csv')])).toEqual([0]);
});

test('what was typed of pieces stays with them, however far a clock is moved', () => {
  const logs = [
    log('die.csv', START, START + END, 0, [['cpu_temperature', () => 60]]),
    log('power.csv', START, START + END, 0, [
      ['power', watts],
      ['fan_speed', (t) => rpm(t)],
    ]),
  ];
  let evening = inHand(joinEvening(logs));
  expect(evening.pieces.length).toBeGreaterThan(2);
  evening.pieces.forEach((_, i) => (evening = sayOf(evening, i, { entry: `Entry ${i}` })));
  const names = (of: EveningInHand) => of.pieces.map(({ entry }) => entry);
  expect(names(moveClock(logs, evening, 1, 25))).toEqual(names(evening));
  for (const at of [0, 1])
    for (const byS of [1.7e9, -3600, 600]) {
      const moved = moveClock(logs, evening, at, byS);
      const further = moveClock(logs, moved, at, byS / 2);
      expect(names(moveClock(logs, further, at, 0))).toEqual(names(evening));
    }
  // Both clocks together move the whole evening.
  const both = moveClock(logs, moveClock(logs, evening, 0, 7200), 1, 7200);
  expect(names(both)).toEqual(names(evening));
});
