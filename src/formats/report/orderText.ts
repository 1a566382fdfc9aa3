import { stringify } from 'csv-stringify/sync';
import { safeText } from '../safeText';
import { hasResistance, type OrderRow, type OrderTable } from './reportData';

/** What is written of an order where it goes as a table of text. */
export function orderColumns({
  heading,
  referenceHeading,
  rows,
}: OrderTable): { title: string; of: (row: OrderRow) => string }[] {
  return [
    { title: 'Place', of: (row) => row.place },
    { title: 'Entry', of: (row) => row.name },
    { title: 'Maker', of: (row) => row.maker },
    { title: 'Fans', of: (row) => row.fans },
    { title: heading, of: (row) => row.value },
    { title: '± 95 %', of: (row) => row.interval95 },
    { title: 'dB(A)', of: (row) => row.levelDb },
    ...(hasResistance(rows) ? [{ title: 'K/W', of: (row: OrderRow) => row.resistance }] : []),
    ...(referenceHeading === '' ? [] : [{ title: referenceHeading, of: (row: OrderRow) => row.atReference }]),
    { title: 'Price', of: (row) => row.price },
    { title: 'At this load', of: (row) => row.standing },
  ];
}

/** Signs that Markdown would read, as signs. */
const plain = (text: string) => text.replace(/[\r\n]+/g, ' ').replace(/([\\`*_[\]|<>])/g, '\\$1');

/** An order as a table of Markdown. */
export function orderMarkdown(table: OrderTable): string {
  const all = orderColumns(table);
  const line = (cells: readonly string[]) => `| ${cells.map(plain).join(' | ')} |`;
  return [
    line(all.map(({ title }) => title)),
    `| ${all.map(() => '---').join(' | ')} |`,
    ...table.rows.map((row) => line(all.map(({ of }) => of(row)))),
    '',
    ...table.sentences.map(plain),
    ...table.bridged.map((sentence) => `Bridged, not measured here: ${plain(sentence)}`),
    '',
  ].join('\n');
}

/** An order as CSV, safe to open in a spreadsheet. */
export function orderCsv(table: OrderTable): string {
  const all = orderColumns(table);
  return stringify(
    [all.map(({ title }) => title), ...table.rows.map((row) => all.map(({ of }) => safeText(of(row))))],
    {
      record_delimiter: '\r\n',
    },
  );
}

/** An order as lines to read aloud or to set under a picture: the last place first, as a video tells it. */
export function orderLines({ heading, rows }: OrderTable): string {
  const [what, unit = ''] = heading.split(/, (?=[^,]*$)/);
  const lines = rows.map(
    ({ place, name, value, interval95, levelDb }) =>
      `${place}  ${name}: ${value} ± ${interval95} ${unit} at ${levelDb} dB(A)`,
  );
  return [what!, ...lines.reverse(), ''].join('\n');
}
