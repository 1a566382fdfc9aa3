'use client';

import { useCallback, useMemo, useState } from 'react';
import { DragLine } from '@/ui/chart/dragLine';
import { pixelX, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { figure } from '@/ui/marks/figures';
import type { Piece } from '@/core/joining/evening';
import type { PlacedSeries } from '@/core/joining/placedSeries';

const SHOWN: { quantity: string; name: string; colour: string; axis: 'y' | 'y2' }[] = [
  { quantity: 'cpu_temperature', name: 'die, °C', colour: '--curve-1', axis: 'y' },
  { quantity: 'ambient_temperature', name: 'room, °C', colour: '--curve-0', axis: 'y' },
  { quantity: 'noise_level', name: 'noise, dB(A)', colour: '--curve-2', axis: 'y' },
  { quantity: 'power', name: 'power, W (right)', colour: '--curve-3', axis: 'y2' },
  { quantity: 'fan_speed', name: 'fans, rpm / 10 (right)', colour: '--curve-5', axis: 'y2' },
];

const STEPS_MIN = { ArrowLeft: -1 / 60, ArrowRight: 1 / 60, PageDown: -0.5, PageUp: 0.5 };

/** The whole evening on one clock, with the cuts: drag them, or move them by arrow keys. */
export function EveningChart({
  series,
  fromS,
  toS,
  cuts,
  pieces,
  onCut,
  onRemove,
  clocks,
}: {
  series: PlacedSeries[];
  fromS: number;
  toS: number;
  cuts: number[];
  pieces: Piece[];
  onCut: (at: number, toS: number) => void;
  onRemove: (at: number) => void;
  /** What moves the logs' clocks against each other, drawn below on the same scale. */
  clocks: (frame: PlotFrame) => React.ReactNode;
}) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const shown = useMemo(
    () => SHOWN.filter((other) => series.some((series) => series.quantity === other.quantity)),
    [series],
  );
  const drawn = useCallback(
    (): PlotSeries[] =>
      shown.map(({ quantity, colour, axis }) => {
        const other = series.find((series) => series.quantity === quantity)!;
        const scale = quantity === 'fan_speed' ? 0.1 : 1;
        return {
          data: other.timeS.map((at, i) => ({ x: (at - fromS) / 60, y: other.values[i]! * scale })),
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
      shown.some((other) => other.axis === 'y2')
        ? { title: '', min: 0, tick: (value: number) => figure(value, 0) }
        : undefined,
    [shown],
  );
  return (
    <div>
      <p className="flex flex-wrap gap-x-4 text-[13px] text-ink2">
        {shown.map((other) => (
          <span key={other.quantity} className="flex items-center gap-1.5">
            <svg width="22" height="8" aria-hidden="true">
              <path d="M0 4H22" stroke={`var(${other.colour})`} strokeWidth="2.4" />
            </svg>
            {other.name}
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
      {frame && clocks(frame)}
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
  return (
    <DragLine
      frame={frame}
      name={`Cut ${number}`}
      value={(atS - fromS) / 60}
      min={0}
      max={(toS - fromS) / 60}
      says={`${figure((atS - fromS) / 60, 1)} min`}
      steps={STEPS_MIN}
      width={14}
      above={18}
      onMove={(toMin) => onMove(fromS + toMin * 60)}
      onKey={(key) => {
        const away = key === 'Delete' || key === 'Backspace';
        if (away) onRemove();
        return away;
      }}
    >
      <span className="absolute inset-y-0 left-1/2 w-[1.5px] bg-act" />
    </DragLine>
  );
}
