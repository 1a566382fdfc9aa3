import type { MeasuredColumn } from './logReader';
import { BothSinks, SteppedRows } from './steppedRows';

const COLUMNS: MeasuredColumn[] = (['cpu_temperature', 'power', 'fan_speed'] as const).map(
  (quantity, column) => ({ quantity, column }),
);

/** An hour at a row each second: the load steps at 1200 s, the fans at 2400 s. */
function feed(sink: SteppedRows | BothSinks, gap: readonly [number, number] = [0, 0]) {
  sink.columns([], COLUMNS);
  // As a reader does: the same sample for each row.
  const sample = { timeS: 0, values: new Float64Array(3) };
  for (let t = 0; t < 3600; t += 1) {
    sample.timeS = t;
    sample.values.set([60, t >= gap[0] && t < gap[1] ? NaN : t < 1200 ? 90 : 170, t < 2400 ? 800 : 1200]);
    sink.sample(sample);
  }
}

test('steps of load and fans are told by the first row of the new level, each in its own channel', () => {
  const rows = new SteppedRows();
  feed(rows);
  expect(rows.steps()).toEqual([
    { quantity: 'power', atS: 1200 },
    { quantity: 'fan_speed', atS: 2400 },
  ]);
});

test('readings that are missing are no level, and a row without a time is passed over', () => {
  const rows = new SteppedRows();
  feed(rows, [300, 600]);
  rows.sample({ timeS: NaN, values: new Float64Array([60, 0, 0]) });
  expect(rows.steps()).toHaveLength(2);
});

test('a log without such channels has no steps; two sinks take the same rows', () => {
  const bare = new SteppedRows();
  bare.columns([], [{ quantity: 'cpu_temperature', column: 0 }]);
  bare.sample({ timeS: 0, values: new Float64Array([60]) });
  expect(bare.steps()).toEqual([]);
  const [one, two] = [new SteppedRows(), new SteppedRows()];
  feed(new BothSinks([one, two]));
  expect(two.steps()).toEqual(one.steps());
  expect(two.steps()).toHaveLength(2);
});
