import type { BridgedRow } from '@/core/bridge/bridge';
import { figure } from '@/ui/figures';

/** What was measured on another rig and carried over, by itself and never among the measured. */
export function BridgedRows({ rows, lineDb }: { rows: readonly BridgedRow[]; lineDb: number }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="Bridged, not measured here" className="pt-3">
      <h3 className="pb-1 font-display text-[16px] font-bold">Bridged, not measured here</h3>
      <table className="figure-table max-w-3xl">
        <thead>
          <tr>
            <th scope="col">Entry</th>
            <th scope="col" className="num">
              K at {figure(lineDb, 1)} dB(A), bridged
            </th>
            <th scope="col" className="num">
              there, K
            </th>
            <th scope="col">From</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={`${row.entry} ${row.from}`} data-bridged={row.entry}>
              <td dir="auto">⤳ {row.product}</td>
              <td className="num">
                {figure(row.value, 1)} ± {figure(row.interval95, 1)}
              </td>
              <td className="num">{figure(row.there, 1)}</td>
              <td>{row.from}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="label-text pt-1">
        ⤳ carried over by what both rigs have, with the doubt of that. They have no place among the measured.
      </p>
    </section>
  );
}
