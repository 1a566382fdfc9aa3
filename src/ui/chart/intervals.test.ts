import { intervals, type BarPoint, type WithBars } from './intervals';

/** What is drawn of a series on a plot of 100 by 100 px, a px a unit, upwards. */
function drawn(data: BarPoint[], bars?: WithBars['bars']): string[] {
  const calls: string[] = [];
  const call =
    (name: string) =>
    (...args: number[]) =>
      void calls.push([name, ...args].join(' '));
  const names = ['save', 'restore', 'beginPath', 'rect', 'clip', 'moveTo', 'lineTo', 'stroke'];
  const ctx = Object.fromEntries(names.map((name) => [name, call(name)]));
  const chart = {
    ctx,
    chartArea: { left: 0, top: 0, width: 100, height: 100 },
    data: { datasets: [{ data, bars }] },
  };
  const meta = {
    xScale: { getPixelForValue: (value: number) => value },
    yScale: { getPixelForValue: (value: number) => 100 - value },
  };
  const draw = intervals.beforeDatasetDraw as unknown as (chart: object, args: object) => void;
  draw(chart, { index: 0, meta });
  return calls;
}

const lines = (calls: string[]) => {
  const drawnLines: string[] = [];
  calls.forEach((name, i) => {
    if (name.startsWith('lineTo')) drawnLines.push(`${calls[i - 1]!.slice(7)} to ${name.slice(7)}`);
  });
  return drawnLines;
};

test('an interval is drawn from its point to both of its ends, upwards and across', () => {
  const calls = drawn([{ x: 50, y: 20, yMin: 15, yMax: 30, xMin: 40, xMax: 55 }], { colour: 'red' });
  const long = lines(calls).filter((line) => {
    const [from, to] = line.split(' to ');
    return from !== to;
  });
  expect(long).toEqual(['50 80 to 50 85', '50 80 to 50 70', '50 80 to 40 80', '50 80 to 55 80']);
});

test('its ends have a whisker where one is asked for', () => {
  const calls = drawn([{ x: 50, y: 20, yMin: 15, yMax: 30 }], { colour: 'red', whiskerPx: 10 });
  expect(lines(calls)).toContain('45 85 to 55 85');
  expect(lines(calls)).toContain('45 70 to 55 70');
});

test('a point without an interval has none, nor a series without bars; what is drawn stays in the plot', () => {
  expect(lines(drawn([{ x: 50, y: 20 }], { colour: 'red' }))).toEqual([]);
  expect(drawn([{ x: 50, y: 20, yMin: 15, yMax: 30 }])).toEqual([]);
  const calls = drawn([{ x: 50, y: 20, yMin: -500, yMax: 500 }], { colour: 'red' });
  expect(calls.indexOf('clip')).toBeGreaterThan(calls.indexOf('rect 0 0 100 100'));
  expect(calls.indexOf('stroke')).toBeGreaterThan(calls.indexOf('clip'));
  expect(calls.at(-1)).toBe('restore');
});
