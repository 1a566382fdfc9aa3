'use client';

import { useRef, useState } from 'react';
import { valueX, type PlotFrame } from '@/ui/chart/plot';
import type { Zoom } from './chartView';

/** A pointer that moves less is pressed, not dragged, px. */
const LEAST_PX = 8;

interface Corner {
  x: number;
  y: number;
}

const within = (low: number, high: number, value: number) => Math.min(high, Math.max(low, value));

/** Dragging a box over a plot: what it takes in becomes the part that is shown. */
export function useZoomDrag(frame: PlotFrame | null, onZoom: (zoom: Zoom) => void) {
  const [box, setBox] = useState<{ from: Corner; to: Corner } | null>(null);
  const from = useRef<Corner | null>(null);
  const wasDragged = useRef(false);

  const cornerOf = (event: React.PointerEvent): Corner => {
    const rect = event.currentTarget.getBoundingClientRect();
    return {
      x: within(frame!.left, frame!.right, event.clientX - rect.left),
      y: within(frame!.top, frame!.bottom, event.clientY - rect.top),
    };
  };
  const valueY = (frame: PlotFrame, px: number) =>
    frame.yMin + ((frame.bottom - px) / (frame.bottom - frame.top)) * (frame.yMax - frame.yMin);

  return {
    box,
    /** The press that has just ended was a drag: it opens no run. */
    wasDragged,
    handlers: {
      onPointerDown: (event: React.PointerEvent) => {
        wasDragged.current = false;
        // A finger scrolls the page.
        if (!frame || event.pointerType === 'touch' || event.button !== 0) return;
        if ((event.target as HTMLElement).closest('[role="slider"], button')) return;
        from.current = cornerOf(event);
      },
      onPointerMove: (event: React.PointerEvent) => {
        if (!from.current || !frame) return;
        const to = cornerOf(event);
        if (!box && Math.hypot(to.x - from.current.x, to.y - from.current.y) < LEAST_PX) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        wasDragged.current = true;
        setBox({ from: from.current, to });
      },
      onPointerUp: () => {
        from.current = null;
        if (!box || !frame) return;
        setBox(null);
        const [left, right] = [box.from.x, box.to.x].sort((a, b) => a - b) as [number, number];
        const [top, bottom] = [box.from.y, box.to.y].sort((a, b) => a - b) as [number, number];
        if (right - left < LEAST_PX || bottom - top < LEAST_PX) return;
        onZoom({
          xMin: valueX(frame, left),
          xMax: valueX(frame, right),
          yMin: valueY(frame, bottom),
          yMax: valueY(frame, top),
        });
      },
      onPointerCancel: () => {
        from.current = null;
        setBox(null);
      },
    },
  };
}

/** The box while it is dragged. */
export function ZoomBox({ box }: { box: { from: Corner; to: Corner } | null }) {
  if (!box) return null;
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute z-10 border border-act bg-act/8"
      style={{
        left: Math.min(box.from.x, box.to.x),
        top: Math.min(box.from.y, box.to.y),
        width: Math.abs(box.to.x - box.from.x),
        height: Math.abs(box.to.y - box.from.y),
      }}
    />
  );
}
