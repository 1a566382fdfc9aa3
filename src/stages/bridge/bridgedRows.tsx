import type { BridgedRow } from '@/core/bridge/carried';
import { plainScale, type ShownScale } from '@/core/curves/shown/shownScale';
import { RISE } from '@/core/responses/responses';
import { figure } from '@/ui/marks/figures';
import { Heads, num } from '@/ui/frame/heads';

interface Props {
  rows: readonly BridgedRow[];
  /** Who is not carried over at this line, and bridges that do not hold at this load. */
  refused?: readonly { product: string; reason: string }[];
  broken?: readonly { from: string; reason: string }[];
  lineDb: number;
  scale?: ShownScale;
}

const PLAIN = plainScale(RISE);

/** What was measured on another rig and carried over, by itself and never among the measured. */
export function BridgedRows({ rows, refused = [], broken = [], lineDb, scale = PLAIN }: Props) {
  if (rows.length + refused.length + broken.length === 0) return null;
  const { unit, decimals, offset, factor } = scale;
  return (
    <section aria-label="Bridged, not measured here" className="max-w-3xl pt-3">
      <h3 className="pb-1 font-display text-[16px] font-bold">Bridged, not measured here</h3>
      {rows.length > 0 && (
        <table className="figure-table">
          <Heads
            of={['Entry', num(`${unit} at ${figure(lineDb, 1)} dB(A), bridged`), num(`there, ${unit}`)]}
          />
          <tbody>
            {rows.map((row) => (
              <tr key={`${row.entry} ${row.from}`} data-bridged={row.entry}>
                <td dir="auto">
                  ⤳ {row.product}
                  <span className="label-text block">measured on {row.from}</span>
                </td>
                <td className="num">
                  {figure(offset + factor * row.value, decimals)} ±{' '}
                  {figure(factor * row.interval95, decimals)}
                </td>
                <td className="num">{figure(offset + factor * row.there, decimals)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {refused.map(({ product, reason }) => (
        <p key={product} className="pt-1 text-[14.5px] text-ink2" dir="auto">
          {product} is not bridged: {reason}.
        </p>
      ))}
      {broken.map(({ from, reason }) => (
        <p key={from} className="pt-1 text-[14.5px] text-warn" dir="auto">
          ▲ Nothing is bridged from {from} at this load: {reason}.
        </p>
      ))}
      {rows.length > 0 && (
        <p className="label-text pt-1">
          ⤳ bridged: converted by the entries that both rigs have, its ± included. Bridged entries get no
          place.
        </p>
      )}
    </section>
  );
}
