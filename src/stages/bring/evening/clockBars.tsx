'use client';

import { useRef } from 'react';
import { pixelX, type PlotFrame } from '@/ui/chart/plot';
import { signed } from '@/ui/marks/figures';
import type { ClockShift } from '@/core/joining/alignClocks';
import type { BroughtLog } from '@/core/joining/evening';
import { TextButton } from '@/ui/frame/button';

const STEPS_S: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 };

export interface ProposedClock extends ClockShift {
  /** Where the log's own clock puts it, s. */
  ownS: number;
}

/** How far a clock is off, in words: “40 s”, “1 h”, “59 min 20 s”. */
function awayWords(offsetS: number): string {
  const away = Math.abs(Math.round(offsetS));
  const parts = [
    [Math.floor(away / 3600), 'h'],
    [Math.floor((away % 3600) / 60), 'min'],
    [away % 60, 's'],
  ] as const;
  return away < 600 ? `${away} s` : parts.flatMap(([n, unit]) => (n > 0 ? [`${n} ${unit}`] : [])).join(' ');
}

/** Each log as a bar on the evening's clock: dragged sideways, or moved by keys, it sets that log's clock. */
export function ClockBars({
  logs,
  offsetsS,
  frame,
  fromS,
  proposed,
  onOffset,
}: {
  logs: BroughtLog[];
  offsetsS: number[];
  frame: PlotFrame;
  fromS: number;
  /** What the steps of each log speak for; null where nothing does. */
  proposed: (ProposedClock | null)[];
  onOffset: (at: number, offsetS: number) => void;
}) {
  if (logs.length < 2) return null;
  return (
    <div className="pt-1" role="group" aria-label="Clocks of the logs">
      <p className="text-[13px] text-ink2">
        Clocks: drag a log until its steps fall on those of the others, or move it with ← →, a second each.
      </p>
      {logs.map(
        (log, i) =>
          log.firstS !== null &&
          log.lastS !== null && (
            <ClockBar
              key={log.fileId}
              name={log.path}
              fromMin={(log.firstS + offsetsS[i]! - fromS) / 60}
              toMin={(log.lastS + offsetsS[i]! - fromS) / 60}
              offsetS={offsetsS[i]!}
              frame={frame}
              onOffset={(s) => onOffset(i, s)}
            />
          ),
      )}
      {logs.map((log, i) => {
        const shift = proposed[i];
        if (!shift) return null;
        const there = offsetsS[i] === shift.ownS + shift.offsetS;
        return (
          <p key={log.fileId} className="pt-1 text-[13.5px] text-warn" role="status">
            ▲ <b dir="auto">{log.path}</b>: its clock seems {awayWords(shift.offsetS)}{' '}
            {shift.offsetS > 0 ? 'behind' : 'ahead'}. Moved by {signed(shift.offsetS, 0)} s, {shift.matched}{' '}
            of its {shift.steps} {shift.steps === 1 ? 'step falls' : 'steps fall'} on those of the load and
            the fans.{' '}
            <TextButton
              className="text-ink"
              onClick={() => onOffset(i, there ? shift.ownS : shift.ownS + shift.offsetS)}
            >
              {there ? 'Back to its own clock' : 'Move it there'}
            </TextButton>
          </p>
        );
      })}
    </div>
  );
}

function ClockBar({
  name,
  fromMin,
  toMin,
  offsetS,
  frame,
  onOffset,
}: {
  name: string;
  fromMin: number;
  toMin: number;
  offsetS: number;
  frame: PlotFrame;
  onOffset: (offsetS: number) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const held = useRef({ x: 0, offsetS: 0 });
  const within = (min: number) => pixelX(frame, Math.min(frame.xMax, Math.max(frame.xMin, min)));
  const left = within(fromMin);
  const secondsPerPx = ((frame.xMax - frame.xMin) * 60) / (frame.right - frame.left);
  return (
    <div className="relative mt-1 h-6">
      <div
        ref={holder}
        role="slider"
        tabIndex={0}
        aria-label={`Clock of ${name}`}
        aria-valuemin={-864000}
        aria-valuemax={864000}
        aria-valuenow={Math.round(offsetS)}
        aria-valuetext={`moved by ${signed(offsetS, 0)} s`}
        className="absolute inset-y-0 flex min-w-24 cursor-ew-resize touch-none items-center gap-2 overflow-hidden rounded border border-act/60 bg-act/8 px-2 text-[12.5px] whitespace-nowrap"
        style={{ left: Math.min(left, frame.right - 96), width: within(toMin) - left }}
        onPointerDown={(event) => {
          event.preventDefault();
          holder.current!.focus({ preventScroll: true });
          holder.current!.setPointerCapture(event.pointerId);
          held.current = { x: event.clientX, offsetS };
        }}
        onPointerMove={(event) => {
          if (!holder.current!.hasPointerCapture(event.pointerId)) return;
          onOffset(Math.round(held.current.offsetS + (event.clientX - held.current.x) * secondsPerPx));
        }}
        onKeyDown={(event) => {
          const step = STEPS_S[event.key];
          if (step === undefined) return;
          event.preventDefault();
          onOffset(offsetS + step);
        }}
      >
        <span className="truncate" dir="auto">
          {name}
        </span>
        <b className="ml-auto">{signed(offsetS, 0)} s</b>
      </div>
    </div>
  );
}
