import { Name } from '@/ui/marks/name';
import { placeLabels } from './placeLabels';
import { pixelY, type PlotFrame } from './plot';

/** A line of a chart with the value that it ends at, on the left axis. */
export interface NamedEnd {
  name: string;
  colour: string;
  end: number;
}

/** Names of lines at their ends, each in its line's colour, none over another. */
export function EndNames({
  frame,
  ends,
  widthPx,
}: {
  frame: PlotFrame;
  /** One that ends at no number is not named. */
  ends: readonly NamedEnd[];
  /** Room for a name, px. */
  widthPx: number;
}) {
  const labels = placeLabels(
    ends.filter(({ end }) => Number.isFinite(end)).map((end) => ({ ...end, y: pixelY(frame, end.end) })),
    frame.top,
    frame.bottom,
  );
  return labels.map(({ name, colour, labelY }) => (
    <span
      key={name}
      className="pointer-events-none absolute text-[13px] font-semibold"
      style={{ left: frame.right + 8, top: labelY - 10, maxWidth: widthPx - 8, color: `var(${colour})` }}
    >
      <Name>{name}</Name>
    </span>
  ));
}
