'use client';

import { useRef } from 'react';
import { pixelX, valueX, type PlotFrame } from './plot';

/** A line across a plot that is dragged sideways, or moved from the keyboard by the steps of its keys. */
export function DragLine({
  frame,
  name,
  value,
  min,
  max,
  says,
  steps,
  width = 16,
  above = 0,
  onMove,
  onKey,
  children,
}: {
  frame: PlotFrame;
  name: string;
  /** In units of the plot's x, as are `min`, `max` and the steps. */
  value: number;
  min: number;
  max: number;
  /** The value in words, for those who hear the page. */
  says: string;
  /** What each key moves it by; empty where the page itself watches the keys. */
  steps: Readonly<Record<string, number>>;
  /** How wide the line can be taken hold of, and how far it stands out above the plot; px. */
  width?: number;
  above?: number;
  onMove: (to: number) => void;
  /** Other keys; true where the key was taken. */
  onKey?: (key: string) => boolean;
  children: React.ReactNode;
}) {
  const holder = useRef<HTMLDivElement>(null);
  return (
    <div
      ref={holder}
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={Number(min.toFixed(2))}
      aria-valuemax={Number(max.toFixed(2))}
      aria-valuenow={Number(value.toFixed(2))}
      aria-valuetext={says}
      className="absolute z-10 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{
        left: pixelX(frame, Math.min(frame.xMax, Math.max(frame.xMin, value))),
        width,
        top: frame.top - above,
        height: frame.bottom - frame.top + above,
      }}
      onPointerDown={(event) => {
        event.preventDefault();
        holder.current!.focus({ preventScroll: true });
        holder.current!.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!holder.current!.hasPointerCapture(event.pointerId)) return;
        const box = holder.current!.parentElement!.getBoundingClientRect();
        onMove(valueX(frame, event.clientX - box.left));
      }}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        const step = steps[event.key];
        if (step !== undefined) onMove(value + step);
        else if (!onKey?.(event.key)) return;
        event.preventDefault();
      }}
    >
      {children}
    </div>
  );
}
