'use client';

import type { Chart, ChartDataset, Plugin } from 'chart.js';
import { intervals, type BarPoint, type WithBars } from './intervals';
import { memo, useCallback, useEffect, useRef, useState } from 'react';

/** Waits until the browser has nothing more urgent to do, so that drawing never holds up a touch. */
function whenIdle(): Promise<void> {
  return new Promise((resolve) => {
    if ('requestIdleCallback' in window) window.requestIdleCallback(() => resolve(), { timeout: 400 });
    else setTimeout(resolve, 0);
  });
}

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

export type PlotSeries = ChartDataset<'scatter', BarPoint[]> & WithBars;

export interface PlotAxis {
  min?: number | undefined;
  max?: number | undefined;
  /** What it has to hold, where its ends are left to the chart. */
  atLeast?: number;
  atMost?: number;
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
  y2?: PlotAxis | undefined;
  /** Room at the right for labels, px. */
  rightPx?: number;
  topPx?: number;
  label: string;
  onFrame: (frame: PlotFrame) => void;
}

/** Series that are drawn in one go at first sight. */
const AT_ONCE = 8;

/** What each scale has to hold, intervals with it, so that it is the same before its series are drawn. */
function spanOf(all: readonly PlotSeries[]): Map<string, { atLeast: number; atMost: number }> {
  const spans = new Map<string, { atLeast: number; atMost: number }>();
  const hold = (scale: string, ...values: (number | undefined)[]) => {
    const { atLeast, atMost } = spans.get(scale) ?? { atLeast: Infinity, atMost: -Infinity };
    const known = values.filter((value): value is number => value !== undefined && Number.isFinite(value));
    if (known.length === 0) return;
    spans.set(scale, { atLeast: Math.min(atLeast, ...known), atMost: Math.max(atMost, ...known) });
  };
  for (const { yAxisID = 'y', data } of all)
    for (const { x, y, xMin, xMax, yMin, yMax } of data) {
      hold('x', x, xMin, xMax);
      hold(yAxisID, y, yMin, yMax);
    }
  return spans;
}

const AXIS_PX = 46;

function scale(axis: PlotAxis, position: 'left' | 'right' | 'bottom') {
  return {
    type: 'linear' as const,
    display: !axis.hidden,
    position,
    ...(axis.min === undefined ? {} : { min: axis.min }),
    ...(axis.max === undefined ? {} : { max: axis.max }),
    ...(axis.atLeast === undefined ? {} : { suggestedMin: axis.atLeast }),
    ...(axis.atMost === undefined ? {} : { suggestedMax: axis.atMost }),
    // The same room for every vertical scale, so that plots above each other line up.
    ...(position === 'bottom' ? {} : { afterFit: (other: { width: number }) => (other.width = AXIS_PX) }),
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
      font: { size: 13, family: getComputedStyle(document.body).fontFamily },
    },
    ticks: {
      color: themeColour('--color-ink2'),
      font: { size: 13, family: getComputedStyle(document.body).fontFamily },
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
  /** Drawn before: what changes is drawn at once. */
  const drawn = useRef(false);
  useEffect(() => {
    let isFilled = drawn.current;
    const frame: Plugin<'scatter'> = {
      id: 'frame',
      // Layout, series and drawing are three tasks at first sight: none of them holds up a touch.
      beforeRender: () => isFilled,
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
    let chart: Chart<'scatter', BarPoint[]> | null = null;
    let gone = false;
    void (async () => {
      // A third of what a chart's page loads: asked for once the page stands.
      const { Chart: Library } = await import('./chartLibrary');
      if (!drawn.current) await whenIdle();
      // Its own type: a figure in the type of a fallback would have to be drawn twice.
      await document.fonts.ready;
      if (gone || !canvas.current) return;
      const all = series();
      const span = spanOf(all);
      chart = new Library<'scatter', BarPoint[]>(canvas.current, {
        type: 'scatter',
        data: { datasets: drawn.current ? all : [] },
        options: {
          responsive: true,
          maintainAspectRatio: false,
          animation: false,
          parsing: false,
          events: [],
          layout: { padding: { right: rightPx, top: topPx } },
          scales: {
            x: scale({ ...span.get('x'), ...x }, 'bottom'),
            y: scale({ ...span.get('y'), ...y }, 'left'),
            ...(y2 ? { y2: scale({ ...span.get('y2'), ...y2 }, 'right') } : {}),
          },
        },
        plugins: [frame, intervals],
      });
      for (let i = 0; !drawn.current && i < all.length; i += AT_ONCE) {
        await whenIdle();
        if (gone) return;
        chart.data.datasets.push(...all.slice(i, i + AT_ONCE));
        chart.update('none');
      }
      if (!isFilled) {
        await whenIdle();
        if (gone) return;
        isFilled = true;
        chart.draw();
      }
      drawn.current = true;
    })();
    return () => {
      gone = true;
      chart?.destroy();
    };
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
    return () => {
      observer.disconnect();
      media.removeEventListener('change', bump);
    };
  }, [bump]);
  return turn;
}
