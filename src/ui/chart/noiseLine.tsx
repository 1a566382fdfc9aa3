'use client';

import { useRef } from 'react';
import { figure } from '../figures';
import { pixelX, valueX, type PlotFrame } from './plot';

export interface NoiseLineProps {
  frame: PlotFrame;
  lineDb: number;
  onLine: (lineDb: number) => void;
}

/** What a key moves the line by, dB; null for a key that is not the line's. */
export function lineStep(key: string): number | null {
  const steps: Record<string, number> = {
    ArrowLeft: -0.1,
    ArrowDown: -0.1,
    ArrowRight: 0.1,
    ArrowUp: 0.1,
    PageDown: -1,
    PageUp: 1,
  };
  return steps[key] ?? null;
}

/** The noise line across a plot: dragged, or moved from the keyboard. Its value stands in the tab at its top. */
export function NoiseLine({ frame, lineDb, onLine }: NoiseLineProps) {
  const holder = useRef<HTMLDivElement>(null);
  const px = pixelX(frame, Math.min(frame.xMax, Math.max(frame.xMin, lineDb)));

  function drag(event: React.PointerEvent) {
    if (!holder.current?.hasPointerCapture(event.pointerId)) return;
    const left = holder.current.parentElement!.getBoundingClientRect().left;
    onLine(valueX(frame, event.clientX - left));
  }

  return (
    <div
      ref={holder}
      role="slider"
      tabIndex={0}
      aria-label="Noise line"
      aria-valuemin={Number(frame.xMin.toFixed(1))}
      aria-valuemax={Number(frame.xMax.toFixed(1))}
      aria-valuenow={Number(lineDb.toFixed(1))}
      aria-valuetext={`${figure(lineDb, 1)} dB(A)`}
      className="absolute z-10 w-6 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{ left: px, top: frame.top - 30, height: frame.bottom - frame.top + 30 }}
      onPointerDown={(event) => {
        event.preventDefault();
        holder.current!.focus({ preventScroll: true });
        holder.current!.setPointerCapture(event.pointerId);
      }}
      onPointerMove={drag}
      onClick={(event) => event.stopPropagation()}
    >
      <span
        data-picture
        className="absolute top-0 left-1/2 -translate-x-1/2 rounded-sm bg-act px-2.5 py-0.5 text-[14px] font-bold whitespace-nowrap text-on-act"
      >
        {figure(lineDb, 1)} dB(A)
      </span>
      <span data-picture className="absolute top-6 bottom-0 left-1/2 w-[2.5px] -translate-x-1/2 bg-act" />
    </div>
  );
}
