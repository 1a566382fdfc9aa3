import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { recognised } from '@/lab/paste/pasteColumns';
import { LINE_UP_COLUMNS } from '@/lab/paste/pasteEntries';
import { offeredRunColumns, runColumnsOf, withPlaces } from '@/lab/paste/runColumns';

test('every label that Abanico shows for a run or an entry is recognised as its column', () => {
  const offered = offeredRunColumns([], []);
  expect(offered.length).toBeGreaterThan(13 + TYPED_MEANS.length - 1);
  const labels = offered.map(({ label }) => label);
  expect(runColumnsOf(labels, false)).toEqual(offered.map(({ id }) => id));
  expect(
    runColumnsOf(
      labels.map((label) => label.toUpperCase()),
      true,
    ),
  ).toEqual(offered.map(({ id }) => id));
  const ids = LINE_UP_COLUMNS.map(({ id }) => id);
  for (const headings of [LINE_UP_COLUMNS.map(({ label }) => label), ids])
    expect(recognised(headings, LINE_UP_COLUMNS)).toEqual(ids);
});

test('headings of a notebook: a duty by its sign, a place without its unit', () => {
  expect(runColumnsOf(['Fan %', 'Fan, %', 'Duty (%)'], false)).toEqual(['dutyPct', null, null]);
  const headings = [
    'airspeed 10 cm, m/s',
    'airspeed at 23 cm (m/s)',
    'pressure 10 cm, Pa',
    'flow 10 cm, m3/h',
  ];
  expect(withPlaces(runColumnsOf(headings, true), headings)).toEqual([
    'airspeed@10 cm',
    'airspeed@23 cm',
    'pressure@10 cm',
    'flow@10 cm',
  ]);
});
