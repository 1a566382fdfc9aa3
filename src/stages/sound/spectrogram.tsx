'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { pixelX, pixelY, Plot, themeColour, type PlotAxis, type PlotFrame } from '@/ui/chart/plot';
import { octaveOf, octaveTick } from './spectrumPlot';

/** A column of levels by frequency, from where it begins to where it ends along the axis. */
export interface Column {
  from: number;
  to: number;
  levels: readonly number[];
}

const RANGE_DB = 45;

/** Levels by frequency along time or speed: the louder, the more ink. */
export function Spectrogram({
  columns,
  hz,
  x,
  label,
}: {
  columns: readonly Column[];
  hz: readonly number[];
  x: PlotAxis;
  label: string;
}) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const none = useCallback(() => [], []);
  const y = useMemo(
    () => ({ title: '', min: octaveOf(hz[0]!), max: octaveOf(hz.at(-1)!), step: 1, tick: octaveTick }),
    [hz],
  );
  useEffect(() => {
    const target = canvas.current;
    if (!target || !frame) return;
    const scale = window.devicePixelRatio || 1;
    target.width = Math.round((frame.right - frame.left) * scale);
    target.height = Math.round((frame.bottom - frame.top) * scale);
    const drawing = target.getContext('2d')!;
    drawing.fillStyle = themeColour('--color-ink');
    const top = Math.max(...columns.flatMap(({ levels }) => levels));
    const edge = (i: number) =>
      pixelY(frame, octaveOf(Math.sqrt(hz[i]! * (hz[i + 1] ?? (hz[i]! * hz[i]!) / hz[i - 1]!))));
    const edges = hz.map((_, i) => Math.round((edge(i) - frame.top) * scale));
    for (const { from, to, levels } of columns) {
      // Whole pixels: half-covered ones would show as seams.
      const left = Math.round((pixelX(frame, from) - frame.left) * scale);
      const width = Math.round((pixelX(frame, to) - frame.left) * scale) - left;
      levels.forEach((level, i) => {
        const share = Math.max(0, Math.min(1, 1 + (level - top) / RANGE_DB));
        if (share === 0) return;
        drawing.globalAlpha = share ** 1.6;
        const low = i === 0 ? target.height : edges[i - 1]!;
        drawing.fillRect(left, edges[i]!, width, low - edges[i]!);
      });
    }
  }, [frame, columns, hz]);
  return (
    <div className="relative h-[220px] w-full">
      <Plot series={none} x={x} y={y} topPx={22} rightPx={8} label={label} onFrame={setFrame} />
      {frame && (
        <canvas
          ref={canvas}
          aria-hidden="true"
          className="pointer-events-none absolute"
          style={{
            left: frame.left,
            top: frame.top,
            width: frame.right - frame.left,
            height: frame.bottom - frame.top,
          }}
        />
      )}
      <span className="label-text absolute top-0 left-1">Frequency, Hz: the louder, the darker</span>
    </div>
  );
}
