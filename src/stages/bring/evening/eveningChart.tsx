'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { isTyping } from '@/ui/isTyping';
import { DragLine } from '@/ui/chart/dragLine';
import { LineKey } from '@/ui/chart/lineKey';
import { valueX, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { figure } from '@/ui/marks/figures';
import type { Piece } from '@/core/joining/pieces';
import type { PlacedSeries } from '@/core/joining/placedSeries';
import { Cut, CutTools, PieceBands, STEPS_MIN } from './cuts';

const SHOWN: { quantity: string; name: string; colour: string; axis: 'y' | 'y2' }[] = [
  { quantity: 'cpu_temperature', name: 'die, °C', colour: '--curve-1', axis: 'y' },
  { quantity: 'ambient_temperature', name: 'room, °C', colour: '--curve-0', axis: 'y' },
  { quantity: 'noise_level', name: 'noise, dB(A)', colour: '--curve-2', axis: 'y' },
  { quantity: 'power', name: 'power, W (right)', colour: '--curve-3', axis: 'y2' },
  { quantity: 'fan_speed', name: 'fans, rpm / 10 (right)', colour: '--curve-5', axis: 'y2' },
];

/** The channels that a picture of the evening shows, and their lines. */
function useDrawn(series: PlacedSeries[], fromS: number) {
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
  return { shown, drawn };
}

/** The whole evening on one clock, with the cuts: drag them, or move them by arrow keys. */
export function EveningChart({
  series,
  fromS,
  toS,
  cuts,
  pieces,
  onCut,
  onRemove,
  onCutHere,
  onCutAnew,
  onUndo,
  clocks,
}: {
  series: PlacedSeries[];
  fromS: number;
  toS: number;
  cuts: number[];
  pieces: Piece[];
  onCut: (at: number, toS: number) => void;
  onRemove: (at: number) => void;
  onCutHere: (atS: number) => void;
  /** Cuts where load and fans step, beside the cuts by hand. */
  onCutAnew: () => void;
  /** Null where nothing was done. */
  onUndo: (() => void) | null;
  /** What moves the logs' clocks against each other, drawn below on the same scale. */
  clocks: (frame: PlotFrame) => React.ReactNode;
}) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  /** Where the next cut would be, s. */
  const [markS, setMarkS] = useState<number | null>(null);
  const longest = pieces.reduce<Piece | null>(
    (most, piece) => (most && most.toS - most.fromS >= piece.toS - piece.fromS ? most : piece),
    null,
  );
  const middle = longest ? (longest.fromS + longest.toS) / 2 : (fromS + toS) / 2;
  const mark = Math.min(toS, Math.max(fromS, markS ?? middle));
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key !== 'c' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target))
        return;
      event.preventDefault();
      onCutHere(mark);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [mark, onCutHere]);
  const { shown, drawn } = useDrawn(series, fromS);
  const x = useMemo(
    () => ({
      title: 'minutes of the session',
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
      <LineKey lines={shown}>
        <span className="ml-auto">Drag a cut, or move it with ← →; Delete joins its two pieces.</span>
      </LineKey>
      <CutTools
        atMin={(mark - fromS) / 60}
        onCutHere={() => onCutHere(mark)}
        onCutAnew={onCutAnew}
        onUndo={onUndo}
      />
      <div
        className="relative h-[300px]"
        onClick={(event) => {
          if (!frame) return;
          const min = valueX(frame, event.clientX - event.currentTarget.getBoundingClientRect().left);
          if (min >= frame.xMin && min <= frame.xMax) setMarkS(Math.round(fromS + 60 * min));
        }}
      >
        <Plot
          series={drawn}
          x={x}
          y={y}
          y2={y2}
          label="The session: temperatures, noise, power and fan speed over time"
          onFrame={setFrame}
          rightPx={y2 ? 0 : 16}
          topPx={18}
        />
        {frame && <PieceBands frame={frame} pieces={pieces} fromS={fromS} />}
        {frame && (
          <DragLine
            frame={frame}
            name="Where to cut"
            value={(mark - fromS) / 60}
            min={0}
            max={(toS - fromS) / 60}
            says={`${figure((mark - fromS) / 60, 1)} min`}
            steps={STEPS_MIN}
            width={14}
            onMove={(toMin) => setMarkS(Math.round(fromS + toMin * 60))}
            onKey={(key) => {
              const cuts = key === 'Enter' || key === ' ';
              if (cuts) onCutHere(mark);
              return cuts;
            }}
          >
            <span className="absolute inset-y-0 left-1/2 border-l-[1.5px] border-dashed border-ink2" />
          </DragLine>
        )}
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
