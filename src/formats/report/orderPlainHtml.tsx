/** @jsxImportSource preact */
import { markup } from '../markup/markup';
import { orderColumns } from './orderText';
import type { OrderTable } from './reportData';

/** An order as plain HTML to paste: no style, no script. */
export function orderPlainHtml(table: OrderTable): string {
  const columns = orderColumns(table);
  return `${markup(
    <table>
      <thead>
        <tr>
          {columns.map(({ title }) => (
            <th>{title}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {table.rows.map((row) => (
          <tr>
            {columns.map(({ of }) => (
              <td>{of(row)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>,
  )}\n`;
}
