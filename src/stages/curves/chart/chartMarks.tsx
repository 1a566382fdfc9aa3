import type { Crossing } from '@/core/judgement/pairs/crossings';
import { pixelX, pixelY, type PlotFrame } from '@/ui/chart/plot';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { ShownCurve } from './chartView';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import type { CurveWall } from '@/lab/orders/curvesPage';

/** What is marked beside the curves and stands still: the band of the Brief, crossings in it, and the walls of the curves. */
export interface Marks {
  band: { from: number; to: number } | null;
  crossings: readonly Crossing[];
  walls: readonly CurveWall[];
}

const colourOf = (entry: CurveEntry) => `var(${entryStyle(entry.position).colour})`;

export function ChartMarks({
  marks,
  shown,
  entries,
  frame,
  picked,
}: {
  marks: Marks;
  shown: readonly ShownCurve[];
  entries: ReadonlyMap<string, CurveEntry>;
  frame: PlotFrame;
  picked: ReadonlySet<string>;
}) {
  const byEntry = new Map(shown.map((curve) => [curve.curve.entry, curve]));
  const isOn = (entry: string) => byEntry.has(entry) && (picked.size === 0 || picked.has(entry));
  const bandAt = marks.band && {
    left: Math.max(frame.left, pixelX(frame, marks.band.from)),
    right: Math.min(frame.right, pixelX(frame, marks.band.to)),
  };
  const nameOf = (entry: string) => entries.get(entry)?.product ?? entry;
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-label="Marks">
      {bandAt && bandAt.right > bandAt.left && (
        <path
          d={`M${bandAt.left} ${frame.bottom}h${bandAt.right - bandAt.left}m0 -5v10m${bandAt.left - bandAt.right} 0v-10`}
          stroke="var(--color-ink2)"
          strokeWidth="1.4"
          fill="none"
        >
          <title>{`The band of the Brief, ${figure(marks.band!.from, 1)} to ${figure(marks.band!.to, 1)} dB(A)`}</title>
        </path>
      )}
      {marks.crossings
        .filter(({ below, above }) => isOn(below) && isOn(above))
        .map(({ atDb, fromDb, belowDb, aboveDb, toDb, below, above, value }) => {
          const y = byEntry.get(below)!.at(atDb, value);
          if (y === null || atDb < frame.xMin || atDb > frame.xMax || y < frame.yMin || y > frame.yMax)
            return null;
          const [px, py] = [pixelX(frame, atDb), pixelY(frame, y)];
          return (
            <g
              key={`${below}${above}${atDb}`}
              className="pointer-events-auto"
              data-crossing={`${below} ${above}`}
            >
              <path
                d={`M${px} ${py - 6}l6 6l-6 6l-6 -6z`}
                fill="var(--color-ground)"
                stroke="var(--color-ink)"
                strokeWidth="1.4"
              />
              <title>{`Crossover at ${figure(atDb, 1)} dB(A): ${nameOf(below)} is ahead from ${figure(fromDb, 1)} to ${figure(belowDb, 1)}, ${nameOf(above)} from ${figure(aboveDb, 1)} to ${figure(toDb, 1)} dB(A)`}</title>
            </g>
          );
        })}
      {marks.walls
        .filter(({ entry }) => isOn(entry))
        .map(({ entry, riseK, intervalK }) => {
          const { at } = byEntry.get(entry)!;
          const y = at(frame.xMax, riseK);
          if (y === null || y < frame.yMin || y > frame.yMax) return null;
          const py = pixelY(frame, y);
          const half = Math.abs(pixelY(frame, at(frame.xMax, riseK + intervalK) ?? y) - py);
          const colour = colourOf(entries.get(entry)!);
          const isPicked = picked.has(entry);
          return (
            <g key={entry} className="pointer-events-auto" data-wall={entry}>
              {isPicked && (
                <rect
                  x={frame.left}
                  y={py - half}
                  width={frame.right - frame.left}
                  height={2 * half}
                  fill={colour}
                  opacity="0.12"
                />
              )}
              <line
                x1={isPicked ? frame.left : frame.right - 46}
                x2={frame.right}
                y1={py}
                y2={py}
                stroke={colour}
                strokeWidth="1.6"
                strokeDasharray="2 3"
              />
              <title>{`Wall of ${nameOf(entry)}: ${figure(riseK, 1)} ± ${figure(intervalK, 1)} K however fast the fan`}</title>
            </g>
          );
        })}
    </svg>
  );
}
