'use client';

import { useRef } from 'react';
import { figure } from '@/ui/figures';
import { pixelX, valueX, type PlotFrame } from '@/ui/chart/plot';

export interface WindowSpan {
  startS: number;
  endS: number;
}

const STEP_S = 5;
const LEAST_S = 30;

/** The settled window over the trace: its edges are dragged or moved by arrow keys in steps of 5 s. */
export function WindowHandles({
  frame,
  span,
  lastS,
  onSpan,
  label,
}: {
  frame: PlotFrame;
  span: WindowSpan;
  lastS: number;
  onSpan: (span: WindowSpan) => void;
  label: string;
}) {
  const left = pixelX(frame, span.startS / 60);
  const right = pixelX(frame, span.endS / 60);
  const move = (edge: keyof WindowSpan, toS: number) => {
    const rounded = Math.round(toS);
    onSpan(
      edge === 'startS'
        ? { ...span, startS: Math.max(0, Math.min(span.endS - LEAST_S, rounded)) }
        : { ...span, endS: Math.min(lastS, Math.max(span.startS + LEAST_S, rounded)) },
    );
  };
  return (
    <>
      <div
        className="pointer-events-none absolute bg-act/8"
        style={{ left, width: Math.max(1, right - left), top: frame.top, height: frame.bottom - frame.top }}
      >
        <span className="absolute right-1 bottom-0.5 text-[13px] whitespace-nowrap text-act">{label}</span>
      </div>
      <Edge
        frame={frame}
        name="Window from"
        px={left}
        valueS={span.startS}
        lastS={lastS}
        onMove={(s) => move('startS', s)}
      />
      <Edge
        frame={frame}
        name="Window to"
        px={right}
        valueS={span.endS}
        lastS={lastS}
        onMove={(s) => move('endS', s)}
      />
    </>
  );
}

function Edge({
  frame,
  name,
  px,
  valueS,
  lastS,
  onMove,
}: {
  frame: PlotFrame;
  name: string;
  px: number;
  valueS: number;
  lastS: number;
  onMove: (toS: number) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  return (
    <div
      ref={holder}
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={0}
      aria-valuemax={Math.round(lastS)}
      aria-valuenow={Math.round(valueS)}
      aria-valuetext={`${figure(valueS / 60, 1)} min`}
      className="absolute z-10 w-4 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{ left: px, top: frame.top, height: frame.bottom - frame.top }}
      onPointerDown={(event) => {
        event.preventDefault();
        holder.current!.focus({ preventScroll: true });
        holder.current!.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!holder.current!.hasPointerCapture(event.pointerId)) return;
        const box = holder.current!.parentElement!.getBoundingClientRect();
        onMove(valueX(frame, event.clientX - box.left) * 60);
      }}
      onKeyDown={(event) => {
        const steps: Record<string, number> = {
          ArrowLeft: -STEP_S,
          ArrowRight: STEP_S,
          PageDown: -60,
          PageUp: 60,
        };
        const step = steps[event.key];
        if (step === undefined) return;
        event.preventDefault();
        onMove(valueS + step);
      }}
    >
      <span className="absolute inset-y-0 left-1/2 w-px bg-act" />
      <span className="absolute top-1/2 left-1/2 h-7 w-1.5 -translate-x-1/2 -translate-y-1/2 rounded bg-act" />
    </div>
  );
}
