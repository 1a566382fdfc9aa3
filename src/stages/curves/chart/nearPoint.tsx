import { pixelX, pixelY, type PlotFrame } from '@/ui/chart/plot';
import { figure } from '@/ui/marks/figures';
import type { ShownCurve } from './chartView';
import type { Axis } from '@/core/curves/axis';
import type { ShownScale } from '@/core/curves/shown/shownScale';

const NEAR_PX = 24;

/** A measured point under the pointer, as it is told. */
export interface NearPoint {
  entry: string;
  text: string;
  run: string;
  x: number;
  y: number;
}

/** The point nearest to a place of the chart, where one is near at all; what is not picked out is passed over. */
export function nearPoint(
  shown: readonly ShownCurve[],
  {
    frame,
    at,
    from,
    scale,
    axis,
    runLabels,
    isFaded,
    isBridged,
  }: {
    /** The values are differences from this entry; null where they are not. */
    from: string | null;
    scale: ShownScale;
    axis: Axis;
    runLabels: Readonly<Record<string, string>>;
    frame: PlotFrame;
    /** px of the chart. */
    at: { x: number; y: number };
    isFaded: (entry: string) => boolean;
    isBridged: ReadonlySet<string>;
  },
): NearPoint | null {
  let best: NearPoint | null = null;
  let least = NEAR_PX;
  for (const { curve, points } of shown) {
    if (isFaded(curve.entry)) continue;
    for (const { point, x: level, y: value, high } of points) {
      const px = pixelX(frame, level);
      const py = pixelY(frame, value);
      const distance = Math.hypot(px - at.x, py - at.y);
      if (distance >= least) continue;
      least = distance;
      const unit = from !== null && scale.unit === '°C' ? 'K' : scale.unit;
      const shownValue = `${figure(value, scale.decimals)} ± ${figure(high - value, scale.decimals)} ${unit}`;
      const names = point.runs.map((id) => runLabels[id] ?? id).join(', ');
      const measured = point.runs.length > 1 ? `runs ${names}` : `run ${names}`;
      const runs = isBridged.has(curve.entry) ? 'bridged, not measured here' : measured;
      const place = axis.against === 'noise' ? '' : `${figure(point.at, axis.decimals)} ${axis.unit} · `;
      const text = `${point.setting} · ${place}${figure(point.levelDb, 1)} dB(A) · ${shownValue} · ${runs}`;
      best = { entry: curve.entry, text, run: point.runs[0] ?? '', x: px, y: py };
    }
  }
  return best;
}

/** What is told of a point, beside it. */
export function PointNote({ near, frame }: { near: NearPoint; frame: PlotFrame }) {
  return (
    <p
      className="pointer-events-none absolute z-10 rounded bg-ink px-2 py-1 text-[13px] whitespace-nowrap text-ground"
      style={
        near.x > frame.left + (frame.right - frame.left) / 2
          ? { right: `calc(100% - ${near.x - 10}px)`, top: Math.max(0, near.y - 34) }
          : { left: near.x + 10, top: Math.max(0, near.y - 34) }
      }
    >
      {near.text}
    </p>
  );
}
