import { pixelX, pixelY, type PlotFrame } from '@/ui/chart/plot';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import type { ShownCurve } from './chartView';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { Name } from '@/ui/marks/name';
import { placeLabels } from '@/ui/chart/placeLabels';

const colourOf = (entry: CurveEntry) => `var(${entryStyle(entry.position).colour})`;

interface EndLabel extends CurveEntry {
  x: number;
  y: number;
  labelY: number;
}

/** Where each curve ends within the frame, with room between the labels. */
export function endLabels(
  shown: readonly ShownCurve[],
  entries: ReadonlyMap<string, CurveEntry>,
  frame: PlotFrame,
): EndLabel[] {
  const wanted = shown.flatMap(({ curve, line }) => {
    const end = line.findLast(
      ({ x, y }) => x >= frame.xMin && x <= frame.xMax && y >= frame.yMin && y <= frame.yMax,
    );
    return end ? [{ ...entries.get(curve.entry)!, x: pixelX(frame, end.x), y: pixelY(frame, end.y) }] : [];
  });
  return placeLabels(wanted, frame.top, frame.bottom);
}

/** Names at the ends of the curves; numbers alone where there is no room for names. */
export function EndLabels({
  labels,
  frame,
  widthPx,
  numbered,
  onlyNumbers,
  faded,
}: {
  labels: readonly EndLabel[];
  frame: PlotFrame;
  widthPx: number;
  numbered: boolean;
  onlyNumbers: boolean;
  faded: (entry: string) => boolean;
}) {
  return labels.map((label) => (
    <span
      key={label.entry}
      data-label
      className="pointer-events-none absolute text-[13px] font-semibold"
      title={label.product}
      style={{
        left: frame.right + (onlyNumbers ? 6 : 11),
        top: label.labelY - 10,
        maxWidth: widthPx - (onlyNumbers ? 6 : 12),
        color: colourOf(label),
        opacity: faded(label.entry) ? 0.35 : 1,
      }}
    >
      {onlyNumbers ? (
        label.position + 1
      ) : (
        <Name>{`${numbered ? `${label.position + 1} ` : ''}${label.product}`}</Name>
      )}
    </span>
  ));
}

/** What lies over the canvas: the curve in hand, lines to the labels, and where the noise line meets each curve. */
export function OverlayShapes({
  shown,
  entries,
  frame,
  labels,
  placed,
  lit,
}: {
  shown: readonly ShownCurve[];
  entries: ReadonlyMap<string, CurveEntry>;
  frame: PlotFrame;
  labels: readonly EndLabel[];
  placed: readonly PlacedEntry[];
  lit: string | null;
}) {
  const litCurve = lit === null ? undefined : shown.find(({ curve }) => curve.entry === lit);
  const placedAt = new Map(placed.map((entry) => [entry.entry, entry]));
  const inside = (x: number, y: number) =>
    x >= frame.xMin && x <= frame.xMax && y >= frame.yMin && y <= frame.yMax;
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      <clipPath id="plot-area">
        <rect
          x={frame.left}
          y={frame.top}
          width={frame.right - frame.left}
          height={frame.bottom - frame.top}
        />
      </clipPath>
      {litCurve && (
        <polyline
          clipPath="url(#plot-area)"
          points={litCurve.line.map((at) => `${pixelX(frame, at.x)},${pixelY(frame, at.y)}`).join(' ')}
          fill="none"
          stroke={colourOf(entries.get(litCurve.curve.entry)!)}
          strokeWidth="4.5"
        />
      )}
      {labels.map((label) => (
        <path
          key={label.entry}
          d={`M${label.x + 5} ${label.y}L${frame.right + 5} ${label.labelY}`}
          stroke={colourOf(label)}
          strokeOpacity="0.55"
          fill="none"
        />
      ))}
      {shown.map(({ curve, at }) => {
        const other = placedAt.get(curve.entry);
        const y = other && at(other.at, other.value);
        if (!other || y === null || y === undefined || !inside(other.at, y)) return null;
        return (
          <circle
            key={curve.entry}
            cx={pixelX(frame, other.at)}
            cy={pixelY(frame, y)}
            r="7"
            fill="none"
            stroke="var(--color-act)"
            strokeWidth="1.6"
          />
        );
      })}
    </svg>
  );
}

/** Half of the tab of the line in hand, with half of a figure beside it, px. */
const TAB_PX = 62;
/** What a finger hits, px. */
const TARGET_PX = 24;

/** Another of the brief's noise lines: it stands still, and is taken with a press. */
export function OtherLine({
  frame,
  lineDb,
  lineAt,
  onTake,
}: {
  frame: PlotFrame;
  lineDb: number;
  /** Where the line in hand stands: under its tab a figure could not be read. */
  lineAt: number;
  onTake: () => void;
}) {
  const apartPx = Math.abs(pixelX(frame, lineDb) - pixelX(frame, lineAt));
  if (lineDb < frame.xMin || lineDb > frame.xMax) return null;
  const place = {
    left: pixelX(frame, lineDb),
    top: frame.top - 18,
    height: frame.bottom - frame.top + 18,
  };
  const stroke = <span className="absolute top-5 bottom-0 left-1/2 border-l border-dashed border-ink2" />;
  // Right beside the line in hand it could not be hit by itself: that line is moved there.
  if (apartPx < TARGET_PX)
    return (
      <span aria-hidden="true" className="pointer-events-none absolute w-0" style={place}>
        {stroke}
      </span>
    );
  return (
    <button
      type="button"
      title={`Take the line to ${figure(lineDb, 1)} dB(A)`}
      aria-label={`Use the other noise line, ${figure(lineDb, 1)} dB(A)`}
      className="absolute z-[5] w-6 -translate-x-1/2 cursor-pointer"
      style={place}
      onClick={(event) => {
        event.stopPropagation();
        onTake();
      }}
    >
      {apartPx > TAB_PX && (
        <span className="absolute top-0 left-1/2 -translate-x-1/2 bg-ground px-1 text-[12.5px] text-ink2">
          {figure(lineDb, 1)}
        </span>
      )}
      {stroke}
    </button>
  );
}
