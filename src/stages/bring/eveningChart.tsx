'use client';

import { useCallback, useMemo, useRef, useState } from 'react';
import { pixelX, Plot, themeColour, valueX, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { figure } from '@/ui/figures';
import type { Piece, PlacedSeries } from './evening';

const SHOWN: { quantity: string; name: string; colour: string; axis: 'y' | 'y2' }[] = [
  { quantity: 'cpu_temperature', name: 'die, °C', colour: '--curve-1', axis: 'y' },
  { quantity: 'ambient_temperature', name: 'room, °C', colour: '--curve-0', axis: 'y' },
  { quantity: 'noise_level', name: 'noise, dB(A)', colour: '--curve-2', axis: 'y' },
  { quantity: 'power', name: 'power, W (right)', colour: '--curve-3', axis: 'y2' },
  { quantity: 'fan_speed', name: 'fans, rpm / 10 (right)', colour: '--curve-5', axis: 'y2' },
];

/** The whole evening on one clock, with the cuts: drag them, or move them by arrow keys. */
export function EveningChart({
  series,
  fromS,
  toS,
  cuts,
  pieces,
  onCut,
  onRemove,
}: {
  series: PlacedSeries[];
  fromS: number;
  toS: number;
  cuts: number[];
  pieces: Piece[];
  onCut: (at: number, toS: number) => void;
  onRemove: (at: number) => void;
}) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const shown = useMemo(
    () => SHOWN.filter((of) => series.some((one) => one.quantity === of.quantity)),
    [series],
  );
  const drawn = useCallback(
    (): PlotSeries[] =>
      shown.map(({ quantity, colour, axis }) => {
        const of = series.find((one) => one.quantity === quantity)!;
        const scale = quantity === 'fan_speed' ? 0.1 : 1;
        return {
          data: of.timeS.map((at, i) => ({ x: (at - fromS) / 60, y: of.values[i]! * scale })),
          showLine: true,
          borderColor: themeColour(colour),
          borderWidth: 1.3,
          pointRadius: 0,
          yAxisID: axis,
        };
      }),
    [shown, series, fromS],
  );
  const x = useMemo(
    () => ({
      title: 'minutes of the evening',
      min: 0,
      max: (toS - fromS) / 60,
      tick: (value: number) => figure(value, 0),
    }),
    [fromS, toS],
  );
  const y = useMemo(() => ({ title: '', tick: (value: number) => figure(value, 0) }), []);
  const y2 = useMemo(
    () =>
      shown.some((of) => of.axis === 'y2')
        ? { title: '', min: 0, tick: (value: number) => figure(value, 0) }
        : undefined,
    [shown],
  );
  return (
    <div>
      <p className="flex flex-wrap gap-x-4 text-[13px] text-ink2">
        {shown.map((of) => (
          <span key={of.quantity} className="flex items-center gap-1.5">
            <svg width="22" height="8" aria-hidden="true">
              <path d="M0 4H22" stroke={`var(${of.colour})`} strokeWidth="2.4" />
            </svg>
            {of.name}
          </span>
        ))}
        <span className="ml-auto">Drag a cut, or move it with ← →; Delete takes it away.</span>
      </p>
      <div className="relative h-[300px]">
        <Plot
          series={drawn}
          x={x}
          y={y}
          y2={y2}
          label="The evening: temperatures, noise, power and fan speed over time"
          onFrame={setFrame}
          rightPx={y2 ? 0 : 16}
          topPx={18}
        />
        {frame &&
          pieces.map((piece, i) => {
            const left = pixelX(frame, (piece.fromS - fromS) / 60);
            const right = pixelX(frame, (piece.toS - fromS) / 60);
            return (
              <div
                key={i}
                className={`pointer-events-none absolute overflow-hidden text-center text-[12.5px] whitespace-nowrap ${piece.use ? 'bg-act/6 text-act' : 'text-ink2'}`}
                style={{
                  left,
                  width: Math.max(0, right - left),
                  top: frame.top - 18,
                  height: frame.bottom - frame.top + 18,
                }}
              >
                {piece.use ? i + 1 : ''}
              </div>
            );
          })}
        {frame &&
          cuts.map((cut, i) => (
            <Cut
              key={i}
              frame={frame}
              number={i + 1}
              atS={cut}
              fromS={fromS}
              toS={toS}
              onMove={(s) => onCut(i, s)}
              onRemove={() => onRemove(i)}
            />
          ))}
      </div>
    </div>
  );
}

function Cut({
  frame,
  number,
  atS,
  fromS,
  toS,
  onMove,
  onRemove,
}: {
  frame: PlotFrame;
  number: number;
  atS: number;
  fromS: number;
  toS: number;
  onMove: (toS: number) => void;
  onRemove: () => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  return (
    <div
      ref={holder}
      role="slider"
      tabIndex={0}
      aria-label={`Cut ${number}`}
      aria-valuemin={0}
      aria-valuemax={Math.round(toS - fromS)}
      aria-valuenow={Math.round(atS - fromS)}
      aria-valuetext={`${figure((atS - fromS) / 60, 1)} min`}
      className="absolute z-10 w-3.5 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{
        left: pixelX(frame, (atS - fromS) / 60),
        top: frame.top - 18,
        height: frame.bottom - frame.top + 18,
      }}
      onPointerDown={(event) => {
        event.preventDefault();
        holder.current!.focus({ preventScroll: true });
        holder.current!.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!holder.current!.hasPointerCapture(event.pointerId)) return;
        const box = holder.current!.parentElement!.getBoundingClientRect();
        onMove(fromS + valueX(frame, event.clientX - box.left) * 60);
      }}
      onKeyDown={(event) => {
        const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageDown: -30, PageUp: 30 };
        if (event.key === 'Delete' || event.key === 'Backspace') onRemove();
        else if (steps[event.key] !== undefined) onMove(atS + steps[event.key]!);
        else return;
        event.preventDefault();
      }}
    >
      <span className="absolute inset-y-0 left-1/2 w-[1.5px] bg-act" />
    </div>
  );
}
