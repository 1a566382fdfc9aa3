'use client';

import {
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  type ChartDataset,
  type Plugin,
} from 'chart.js';
import { memo, useCallback, useEffect, useRef, useState } from 'react';

Chart.register(LinearScale, LineController, LineElement, PointElement, ScatterController);

/** Where the plot lies in its box, px, and what its edges stand for. */
export interface PlotFrame {
  left: number;
  right: number;
  top: number;
  bottom: number;
  xMin: number;
  xMax: number;
  yMin: number;
  yMax: number;
}

export function pixelX(frame: PlotFrame, x: number): number {
  return frame.left + ((x - frame.xMin) / (frame.xMax - frame.xMin)) * (frame.right - frame.left);
}

export function pixelY(frame: PlotFrame, y: number): number {
  return frame.bottom - ((y - frame.yMin) / (frame.yMax - frame.yMin)) * (frame.bottom - frame.top);
}

export function valueX(frame: PlotFrame, px: number): number {
  return frame.xMin + ((px - frame.left) / (frame.right - frame.left)) * (frame.xMax - frame.xMin);
}

/** A colour of the theme, for the canvas: `name` is a CSS variable. */
export function themeColour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim();
}

/** A point with an error bar from `low` to `high`. */
export interface BarPoint {
  x: number;
  y: number;
  low?: number;
  high?: number;
}

export type PlotSeries = ChartDataset<'scatter', BarPoint[]>;

export interface PlotAxis {
  min?: number;
  max?: number;
  title: string;
  step?: number;
  /** Drawn by the plot below it, which shares it. */
  hidden?: boolean;
  tick?: (value: number) => string;
}

export interface PlotProps {
  /** Made anew when the theme changes, since it holds the theme's colours. */
  series: () => PlotSeries[];
  x: PlotAxis;
  y: PlotAxis;
  /** A second scale at the right, for series with `yAxisID: 'y2'`. */
  y2?: PlotAxis;
  /** Room at the right for labels, px. */
  rightPx?: number;
  topPx?: number;
  label: string;
  onFrame: (frame: PlotFrame) => void;
}

/** Thin error bars behind the markers. */
const errorBars: Plugin<'scatter'> = {
  id: 'errorBars',
  beforeDatasetDraw(chart, { index }) {
    const dataset = chart.data.datasets[index] as unknown as PlotSeries;
    const { ctx, scales } = chart;
    ctx.save();
    ctx.strokeStyle = String(dataset.borderColor);
    ctx.lineWidth = 1.2;
    for (const point of dataset.data) {
      if (point.low === undefined || point.high === undefined) continue;
      const x = scales.x!.getPixelForValue(point.x);
      ctx.beginPath();
      ctx.moveTo(x, scales.y!.getPixelForValue(point.low));
      ctx.lineTo(x, scales.y!.getPixelForValue(point.high));
      ctx.stroke();
    }
    ctx.restore();
  },
};

const AXIS_PX = 46;

function scale(axis: PlotAxis, position: 'left' | 'right' | 'bottom') {
  return {
    type: 'linear' as const,
    display: !axis.hidden,
    position,
    min: axis.min,
    max: axis.max,
    // The same room for every vertical scale, so that plots above each other line up.
    afterFit: position === 'bottom' ? undefined : (of: { width: number }) => (of.width = AXIS_PX),
    border: { display: position === 'bottom', color: themeColour('--color-ink') },
    grid: {
      color: themeColour('--hairline'),
      display: position === 'left',
      drawTicks: position === 'bottom',
      tickColor: themeColour('--color-ink'),
    },
    title: {
      display: position === 'bottom',
      text: axis.title,
      color: themeColour('--color-ink2'),
      font: { size: 13, family: 'Archivo Variable' },
    },
    ticks: {
      color: themeColour('--color-ink2'),
      font: { size: 13, family: 'Archivo Variable' },
      stepSize: axis.step,
      maxRotation: 0,
      padding: 6,
      includeBounds: false,
      callback: (value: string | number) =>
        axis.tick ? axis.tick(Number(value)) : String(value).replace('-', '\u2212'),
    },
  };
}

/** A canvas plot without legend or animation; whatever moves lies in an overlay placed by its frame. */
export const Plot = memo(function Plot({
  series,
  x,
  y,
  y2,
  rightPx = 0,
  topPx = 8,
  label,
  onFrame,
}: PlotProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const frame: Plugin<'scatter'> = {
      id: 'frame',
      afterLayout: ({ chartArea, scales }) =>
        onFrame({
          left: chartArea.left,
          right: chartArea.right,
          top: chartArea.top,
          bottom: chartArea.bottom,
          xMin: scales.x!.min,
          xMax: scales.x!.max,
          yMin: scales.y!.min,
          yMax: scales.y!.max,
        }),
    };
    const chart = new Chart<'scatter', BarPoint[]>(canvas.current!, {
      type: 'scatter',
      data: { datasets: series() },
      options: {
        responsive: true,
        maintainAspectRatio: false,
        animation: false,
        events: [],
        layout: { padding: { right: rightPx, top: topPx } },
        scales: {
          x: scale(x, 'bottom'),
          y: scale(y, 'left'),
          ...(y2 ? { y2: scale(y2, 'right') } : {}),
        },
      },
      plugins: [errorBars, frame],
    });
    return () => chart.destroy();
  }, [series, x, y, y2, rightPx, topPx, onFrame, theme]);
  return <canvas ref={canvas} role="img" aria-label={label} />;
});

/** Changes whenever the theme does, so that canvases are drawn in its colours. */
function useTheme(): number {
  const [turn, setTurn] = useState(0);
  const bump = useCallback(() => setTurn((n) => n + 1), []);
  useEffect(() => {
    const observer = new MutationObserver(bump);
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    const media = matchMedia('(prefers-color-scheme: dark)');
    media.addEventListener('change', bump);
    // Fonts that arrive late would leave the first labels in a fallback.
    void document.fonts.ready.then(bump);
    return () => {
      observer.disconnect();
      media.removeEventListener('change', bump);
    };
  }, [bump]);
  return turn;
}
