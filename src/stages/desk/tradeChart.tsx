'use client';

import { useCallback, useMemo, useState } from 'react';
import type { TradeEntry } from '@/core/ranking/tradeOff';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { pointStyleOf } from '@/ui/chart/pointStyle';
import { entryStyle } from '@/ui/marks/entryMark';
import { besideMarks } from './besideMarks';
import type { PageEntry } from '@/lab/model/pageEntries';

/** A name is cut beyond so many letters; how wide one of them is, on average, px. */
const MOST_LETTERS = 26;
const LETTER_PX = 6.8;

/** From where to where a point is drawn along x: its range, or its interval. */
const spanOf = ({ x, x95, xSpan }: TradeEntry): [number, number] => xSpan ?? [x - x95, x + x95];

function pointSeries(point: TradeEntry, position: number): PlotSeries {
  const { colour, marker } = entryStyle(position);
  const { hollow, styles } = pointStyleOf(marker);
  const borderColor = themeColour(colour) + (point.onFront ? '' : '70');
  return {
    type: 'scatter',
    data: [
      {
        x: point.x,
        y: point.y,
        xMin: spanOf(point)[0],
        xMax: spanOf(point)[1],
        yMin: point.y - point.y95,
        yMax: point.y + point.y95,
      },
    ],
    bars: { colour: borderColor },
    borderColor,
    backgroundColor: hollow ? themeColour('--color-ground') : borderColor,
    ...{ ...styles, pointRadius: styles.pointRadius + 1 },
  };
}

/** What stands along a side: the quantity with its unit, and how its figures are written. */
export interface TradeAxis {
  title: string;
  tick: (value: number) => string;
}

/** Two responses against one another, with the front of those that give up nothing. */
export function TradeChart({
  points,
  x,
  y,
  entries,
}: {
  points: readonly TradeEntry[];
  x: TradeAxis;
  y: TradeAxis;
  entries: ReadonlyMap<string, PageEntry>;
}) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const front = useMemo(() => points.filter((point) => point.onFront).sort((a, b) => a.x - b.x), [points]);
  const series = useCallback(
    (): PlotSeries[] => [
      {
        type: 'scatter',
        data: front.map(({ x, y }) => ({ x, y })),
        showLine: true,
        borderColor: themeColour('--color-act'),
        borderWidth: 1.5,
        borderDash: [6, 5],
        pointRadius: 0,
      },
      ...points.map((point) => pointSeries(point, entries.get(point.entry)!.position)),
    ],
    [points, front, entries],
  );
  const takeFrame = useCallback((next: PlotFrame) => {
    setFrame((now) => (now && JSON.stringify(now) === JSON.stringify(next) ? now : next));
  }, []);
  const around = (spans: [number, number][]) => {
    const low = Math.min(...spans.map(([from]) => from));
    const high = Math.max(...spans.map(([, to]) => to));
    const room = 0.08 * (high - low || 1);
    return { min: low - room, max: high + room };
  };
  const xAxis = useMemo(
    () => ({
      ...around(points.map(spanOf)),
      ...x,
    }),
    [points, x],
  );
  const yAxis = useMemo(
    () => ({
      ...around(points.map(({ y, y95 }) => [y - y95, y + y95])),
      title: '',
      tick: y.tick,
    }),
    [points, y],
  );
  const labels = useMemo(() => {
    if (!frame) return [];
    const named = points.map((point) => {
      const { product, position } = entries.get(point.entry)!;
      const name = product.length > MOST_LETTERS ? `${product.slice(0, MOST_LETTERS - 1)}…` : product;
      const [from, to] = spanOf(point);
      const mark = {
        ...{ x: pixelX(frame, point.x), y: pixelY(frame, point.y), widthPx: name.length * LETTER_PX },
        spanX: [pixelX(frame, from), pixelX(frame, to)] as const,
        spanY: [pixelY(frame, point.y - point.y95), pixelY(frame, point.y + point.y95)] as const,
      };
      return { entry: point.entry, onFront: point.onFront, name, position, mark };
    });
    const places = besideMarks(
      named.map(({ mark }) => mark),
      frame,
    );
    return named.map((label, i) => ({ ...label, place: places[i]! }));
  }, [frame, points, entries]);
  return (
    <div className="relative h-full min-h-[320px] w-full">
      <p className="label-text absolute top-0 left-12">{y.title}</p>
      <Plot
        series={series}
        x={xAxis}
        y={yAxis}
        rightPx={20}
        topPx={28}
        label={`${y.title} against ${x.title}: ${points.length} entries, ${front.length} of them on the trade-off line`}
        onFrame={takeFrame}
      />
      {frame && (
        <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
          {labels.map(({ entry, onFront, name, position, place }) => (
            <text
              key={entry}
              x={place.x}
              y={place.y}
              textAnchor={place.anchor}
              fontSize="12.5"
              fontWeight="600"
              stroke="var(--color-ground)"
              strokeWidth="4"
              paintOrder="stroke"
              opacity={onFront ? 1 : 0.75}
              fill={`var(${entryStyle(position).colour})`}
            >
              {name}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
