'use client';

import { figure } from '@/ui/marks/figures';
import { DragLine } from '@/ui/chart/dragLine';
import { pixelX, type PlotFrame } from '@/ui/chart/plot';

export interface WindowSpan {
  startS: number;
  endS: number;
}

const STEPS_MIN = { ArrowLeft: -5 / 60, ArrowRight: 5 / 60, PageDown: -1, PageUp: 1 };
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
        valueS={span.startS}
        lastS={lastS}
        onMove={(s) => move('startS', s)}
      />
      <Edge frame={frame} name="Window to" valueS={span.endS} lastS={lastS} onMove={(s) => move('endS', s)} />
    </>
  );
}

function Edge({
  frame,
  name,
  valueS,
  lastS,
  onMove,
}: {
  frame: PlotFrame;
  name: string;
  valueS: number;
  lastS: number;
  onMove: (toS: number) => void;
}) {
  return (
    <DragLine
      frame={frame}
      name={name}
      value={valueS / 60}
      min={0}
      max={lastS / 60}
      says={`${figure(valueS / 60, 1)} min`}
      steps={STEPS_MIN}
      onMove={(toMin) => onMove(toMin * 60)}
    >
      <span className="absolute inset-y-0 left-1/2 w-px bg-act" />
      <span className="absolute top-1/2 left-1/2 h-7 w-1.5 -translate-x-1/2 -translate-y-1/2 rounded bg-act" />
    </DragLine>
  );
}
