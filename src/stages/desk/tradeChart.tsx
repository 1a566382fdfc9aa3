'use client';

import { useCallback, useMemo, useState } from 'react';
import type { TradeEntry } from '@/core/ranking/tradeOff';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { pointStyleOf } from '@/ui/chart/pointStyle';
import { entryStyle } from '@/ui/marks/entryMark';
import { placeLabels } from '../curves/chart/placeLabels';
import type { PageEntry } from '@/lab/model/pageEntries';

/** From where to where a point is drawn along x: its range, or its interval. */
const spanOf = ({ x, x95, xSpan }: TradeEntry): [number, number] => xSpan ?? [x - x95, x + x95];

function pointSeries(point: TradeEntry, position: number): PlotSeries {
  const { colour, marker } = entryStyle(position);
  const { hollow, pointStyle, ...marks } = pointStyleOf(marker);
  const borderColor = themeColour(colour) + (point.onFront ? '' : '70');
  return {
    type: 'scatterWithErrorBars',
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
    errorBarColor: borderColor,
    errorBarLineWidth: 1.2,
    errorBarWhiskerSize: 0,
    borderColor,
    backgroundColor: hollow ? themeColour('--color-ground') : borderColor,
    pointStyle: pointStyle as 'circle',
    ...{ ...marks, radius: marks.radius + 1 },
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
    const at = points.map((point) => ({
      ...point,
      product: entries.get(point.entry)!.product,
      position: entries.get(point.entry)!.position,
      x: pixelX(frame, point.x),
      y: pixelY(frame, point.y) - 12,
    }));
    return placeLabels(at, frame.top, frame.bottom);
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
          {labels.map((label) => {
            const atRight = label.x > frame.right - 150;
            return (
              <text
                key={label.entry}
                x={label.x + (atRight ? -9 : 9)}
                y={label.labelY}
                textAnchor={atRight ? 'end' : 'start'}
                fontSize="12.5"
                fontWeight="600"
                stroke="var(--color-ground)"
                strokeWidth="4"
                paintOrder="stroke"
                opacity={label.onFront ? 1 : 0.75}
                fill={`var(${entryStyle(label.position).colour})`}
              >
                {label.product.length > 26 ? `${label.product.slice(0, 25)}…` : label.product}
              </text>
            );
          })}
        </svg>
      )}
    </div>
  );
}
