import type { CurvePoint } from '@/core/curves/entryCurve';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { Axis } from '@/core/curves/axis';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import type { CurveLoad } from '@/lab/orders/curvesPage';
import { Heads, num } from '@/ui/frame/heads';
import { Name } from '@/ui/marks/name';

function Cell({ point, scale }: { point: CurvePoint | undefined; scale: ShownScale }) {
  if (!point) return <td className="num text-ink2">–</td>;
  return (
    <td className="num whitespace-nowrap">
      {figure(point.value, scale.decimals)} {scale.unit}
      <span className="block text-[12.5px] text-ink2">{figure(point.levelDb, 1)} dB(A)</span>
    </td>
  );
}

/** What one line hides: each entry at its quietest, at full speed and at idle. Heat and noise together. */
export function BesideTable({
  load,
  idle,
  entries,
  scale,
  axis,
}: {
  load: CurveLoad;
  scale: ShownScale;
  axis: Axis;
  idle: CurveLoad | undefined;
  entries: ReadonlyMap<string, CurveEntry>;
}) {
  const shown = load.curves.filter((curve) => entries.has(curve.entry) && curve.points.length > 0);
  if (shown.length === 0) return null;
  const idleOf = (entry: string) => idle?.curves.find((curve) => curve.entry === entry)?.points[0];
  return (
    <details className="mt-4 border-t border-hairline pt-3">
      <summary className="font-display cursor-pointer text-[15px] font-bold">Other settings</summary>
      <table className="figure-table">
        <Heads
          of={[
            'Entry',
            num(axis.against === 'noise' ? 'Quietest' : 'Slowest'),
            num('Full speed'),
            idle && num('Idle'),
          ]}
        />
        <tbody>
          {shown.map((curve) => {
            const entry = entries.get(curve.entry)!;
            return (
              <tr key={curve.entry}>
                <td className="w-full max-w-0">
                  <span className="flex items-center gap-1.5">
                    <EntryMark position={entry.position} />
                    <Name>{entry.product}</Name>
                  </span>
                </td>
                <Cell scale={scale} point={curve.points[0]} />
                <Cell scale={scale} point={curve.points[curve.points.length - 1]} />
                {idle && <Cell scale={scale} point={idleOf(curve.entry)} />}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="label-text pt-1">
        At its {axis.against === 'noise' ? 'quietest and loudest' : 'slowest and fastest'} settings. Levels
        differ here, so this is not a ranking.
      </p>
    </details>
  );
}
