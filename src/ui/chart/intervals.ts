import type { Plugin } from 'chart.js';

/** A point; its ends are drawn where its series has `bars`. */
export interface BarPoint {
  x: number;
  y: number;
  yMin?: number;
  yMax?: number;
  xMin?: number;
  xMax?: number;
}

export interface WithBars {
  /** How the intervals of a series' points are drawn; none where it is left out. */
  bars?: { colour: string; whiskerPx?: number };
}

/** Where a bar ends, px; null without an interval this way. */
const ends = (
  low: number | undefined,
  high: number | undefined,
  scale: { getPixelForValue: (v: number) => number },
) =>
  low === undefined || high === undefined
    ? null
    : [scale.getPixelForValue(low), scale.getPixelForValue(high)];

/** The intervals of a series, under its markers; within the plot, however far they go. */
export const intervals: Plugin<'scatter'> = {
  id: 'intervals',
  beforeDatasetDraw({ ctx, chartArea, data }, { index, meta }) {
    const { bars, data: points } = data.datasets[index] as WithBars & { data: BarPoint[] };
    const { xScale, yScale } = meta;
    if (!bars || !xScale || !yScale) return;
    const half = (bars.whiskerPx ?? 0) / 2;
    ctx.save();
    ctx.beginPath();
    ctx.rect(chartArea.left, chartArea.top, chartArea.width, chartArea.height);
    ctx.clip();
    ctx.beginPath();
    for (const { x, y, xMin, xMax, yMin, yMax } of points) {
      const [atX, atY] = [xScale.getPixelForValue(x), yScale.getPixelForValue(y)];
      for (const end of ends(yMin, yMax, yScale) ?? []) {
        ctx.moveTo(atX, atY);
        ctx.lineTo(atX, end);
        ctx.moveTo(atX - half, end);
        ctx.lineTo(atX + half, end);
      }
      for (const end of ends(xMin, xMax, xScale) ?? []) {
        ctx.moveTo(atX, atY);
        ctx.lineTo(end, atY);
        ctx.moveTo(end, atY - half);
        ctx.lineTo(end, atY + half);
      }
    }
    ctx.strokeStyle = bars.colour;
    ctx.lineWidth = 1.2;
    ctx.stroke();
    ctx.restore();
  },
};
