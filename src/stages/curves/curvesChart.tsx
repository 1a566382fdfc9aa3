'use client';

import { useCallback, useMemo, useRef, useState } from 'react';
import { drawnCurve } from '@/core/curves/drawnCurve';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { ResponseScale } from '@/core/curves/response';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { NoiseLine } from '@/ui/chart/noiseLine';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { entryStyle, type Marker } from '@/ui/entryMark';
import { figure } from '@/ui/figures';
import type { CurveEntry } from './curvesData';
import { placeLabels } from './placeLabels';

export interface CurvesChartProps {
  entries: ReadonlyMap<string, CurveEntry>;
  curves: EntryCurve[];
  scale: ResponseScale;
  range: { min: number; max: number };
  meterDistanceCm: number;
  lineDb: number;
  onLine: (lineDb: number) => void;
  placed: PlacedEntry[];
  lit: string | null;
  onLit: (entry: string | null) => void;
  onPoint: (run: string) => void;
  runLabels: Record<string, string>;
}

const POINT_STYLES: Record<Marker, { pointStyle: string; rotation?: number; hollow?: boolean }> = {
  disc: { pointStyle: 'circle' },
  square: { pointStyle: 'rect' },
  triangle: { pointStyle: 'triangle' },
  diamond: { pointStyle: 'rectRot' },
  cross: { pointStyle: 'crossRot' },
  ring: { pointStyle: 'circle', hollow: true },
  frame: { pointStyle: 'rect', hollow: true },
  wedge: { pointStyle: 'triangle', rotation: 180 },
};

const LABEL_PX = 132;
const NEAR_PX = 24;

function seriesOf(curve: EntryCurve, position: number, scale: ResponseScale): PlotSeries[] {
  const { colour, marker } = entryStyle(position);
  const style = POINT_STYLES[marker];
  const borderColor = themeColour(colour);
  const show = (riseK: number) => scale.offset + scale.factor * riseK;
  return [
    {
      data: drawnCurve(curve).map(({ x, y }) => ({ x, y: show(y) })),
      showLine: true,
      borderColor,
      borderWidth: 2,
      pointRadius: 0,
    },
    {
      data: curve.points.map((point) => {
        const half = point.interval95K;
        const { levelDb: x, riseK } = point;
        return { x, y: show(riseK), low: show(riseK - half), high: show(riseK + half) };
      }),
      borderColor,
      backgroundColor: style.hollow ? themeColour('--color-ground') : borderColor,
      pointStyle: style.pointStyle as 'circle',
      pointRotation: style.rotation ?? 0,
      pointRadius: marker === 'triangle' || marker === 'wedge' ? 5 : 4.5,
      pointBorderWidth: style.hollow || marker === 'cross' ? 2 : 1,
    },
  ];
}

interface NearPoint {
  entry: string;
  text: string;
  run: string;
  x: number;
  y: number;
}

/** Rise against noise, a curve an entry, with the noise line over it. Only the overlay moves with the line. */
export function CurvesChart(props: CurvesChartProps) {
  const { entries, curves, scale, range, meterDistanceCm, lineDb, onLine, placed, lit, onLit, onPoint } =
    props;
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const [near, setNear] = useState<NearPoint | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const drawn = useMemo(
    () => curves.map((curve) => ({ curve, line: drawnCurve(curve) })).filter(({ line }) => line.length > 0),
    [curves],
  );
  const series = useCallback(
    () => drawn.flatMap(({ curve }) => seriesOf(curve, entries.get(curve.entry)!.position, scale)),
    [drawn, entries, scale],
  );
  const takeFrame = useCallback((next: PlotFrame) => {
    setFrame((now) => (now && JSON.stringify(now) === JSON.stringify(next) ? now : next));
  }, []);
  const x = useMemo(
    () => ({ ...range, title: `noise of the cooler, dB(A) at ${meterDistanceCm} cm, room taken off` }),
    [range, meterDistanceCm],
  );
  const y = useMemo(
    () => ({ title: '', tick: (value: number) => figure(value, scale.response === 'resistance' ? 2 : 0) }),
    [scale],
  );
  const show = (riseK: number) => scale.offset + scale.factor * riseK;

  const labels = useMemo(() => {
    if (!frame) return [];
    const wanted = drawn.map(({ curve, line }) => {
      const end = line[line.length - 1]!;
      const px = { x: pixelX(frame, end.x), y: pixelY(frame, scale.offset + scale.factor * end.y) };
      return { ...entries.get(curve.entry)!, ...px };
    });
    return placeLabels(wanted, frame.top, frame.bottom);
  }, [drawn, entries, frame, scale]);

  function findNear(event: React.PointerEvent): NearPoint | null {
    if (!frame || !box.current) return null;
    const rect = box.current.getBoundingClientRect();
    const at = { x: event.clientX - rect.left, y: event.clientY - rect.top };
    let best: NearPoint | null = null;
    let least = NEAR_PX;
    for (const { curve } of drawn) {
      for (const point of curve.points) {
        const px = pixelX(frame, point.levelDb);
        const py = pixelY(frame, show(point.riseK));
        const distance = Math.hypot(px - at.x, py - at.y);
        if (distance >= least) continue;
        least = distance;
        const run = point.runs[0]!;
        const half = point.interval95K;
        const value = `${figure(show(point.riseK), scale.decimals)} ± ${figure(half * scale.factor, scale.decimals)} ${scale.unit}`;
        const names = point.runs.map((id) => props.runLabels[id] ?? id).join(', ');
        const runs = point.runs.length > 1 ? `runs ${names}` : `run ${names}`;
        const text = `${point.setting} · ${figure(point.levelDb, 1)} dB(A) · ${value} · ${runs}`;
        best = { entry: curve.entry, text, run, x: px, y: py };
      }
    }
    return best;
  }

  const litLine = lit && frame ? drawn.find(({ curve }) => curve.entry === lit) : undefined;
  const placedAt = new Map(placed.map((entry) => [entry.entry, entry]));

  return (
    <div
      ref={box}
      className={`relative h-full min-h-[340px] w-full ${near ? 'cursor-pointer' : ''}`}
      onPointerMove={(event) => {
        const found = findNear(event);
        setNear(found);
        onLit(found?.entry ?? null);
      }}
      onPointerLeave={() => {
        setNear(null);
        onLit(null);
      }}
      onClick={() => near && onPoint(near.run)}
    >
      <p data-picture className="label-text absolute top-0 left-12">
        {AXIS_TITLES[scale.response]}
      </p>
      <Plot
        series={series}
        x={x}
        y={y}
        rightPx={LABEL_PX}
        topPx={46}
        label={`${AXIS_TITLES[scale.response]} against noise, a curve for each of ${drawn.length} entries`}
        onFrame={takeFrame}
      />
      {frame && (
        <>
          <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
            {litLine && (
              <polyline
                points={litLine.line
                  .map((at) => `${pixelX(frame, at.x)},${pixelY(frame, show(at.y))}`)
                  .join(' ')}
                fill="none"
                stroke={`var(${entryStyle(entries.get(litLine.curve.entry)!.position).colour})`}
                strokeWidth="4.5"
              />
            )}
            {labels.map((label) => (
              <path
                key={label.entry}
                d={`M${label.x + 7} ${label.y}L${frame.right + 8} ${label.labelY}`}
                stroke={`var(${entryStyle(label.position).colour})`}
                strokeOpacity="0.55"
                fill="none"
              />
            ))}
            {drawn.map(({ curve }) => {
              const at = placedAt.get(curve.entry);
              if (!at) return null;
              return (
                <circle
                  key={curve.entry}
                  cx={pixelX(frame, at.levelDb)}
                  cy={pixelY(frame, show(at.riseK))}
                  r="7"
                  fill="none"
                  stroke="var(--color-act)"
                  strokeWidth="1.6"
                />
              );
            })}
          </svg>
          {labels.map((label) => (
            <span
              key={label.entry}
              data-picture
              className="pointer-events-none absolute truncate text-[13px] font-semibold"
              dir="auto"
              title={label.product}
              style={{
                left: frame.right + 11,
                top: label.labelY - 10,
                maxWidth: LABEL_PX - 12,
                color: `var(${entryStyle(label.position).colour})`,
              }}
            >
              {label.product}
            </span>
          ))}
          <NoiseLine frame={frame} lineDb={lineDb} onLine={onLine} />
          {near && (
            <p
              className="pointer-events-none absolute z-10 rounded bg-ink px-2 py-1 text-[13px] whitespace-nowrap text-ground"
              style={
                near.x > frame.left + (frame.right - frame.left) / 2
                  ? { right: `calc(100% - ${near.x - 10}px)`, top: Math.max(0, near.y - 34) }
                  : { left: near.x + 10, top: Math.max(0, near.y - 34) }
              }
            >
              {near.text}
            </p>
          )}
        </>
      )}
    </div>
  );
}

const AXIS_TITLES = {
  rise: 'rise over room air, K',
  resistance: 'resistance, die to room air, K/W',
  temperature: 'die in the reference room, °C',
} as const;
