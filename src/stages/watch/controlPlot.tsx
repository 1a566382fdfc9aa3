'use client';

import { useCallback, useMemo, useState } from 'react';
import type { BarPoint } from '@/ui/chart/intervals';
import { pixelX, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { dayOf } from './doubtWords';
import type { WatchPoint } from '@/lab/drift/watchView';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

const DAY_MS = 86_400_000;

interface Props {
  points: readonly WatchPoint[];
  drift?: { from: { atMs: number; value: number }; to: { atMs: number; value: number } } | null;
  limit?: number | null;
  revisions: readonly { revision: number; startedMs: number }[];
  unit: string;
  label: string;
}

/** A course over the days: each point with its interval, the mean and two and three standard deviations of those before it. */
export function ControlPlot({ points, drift, limit, revisions, unit, label }: Props) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const first = Math.min(...points.map(({ atMs }) => atMs));
  const last = Math.max(...points.map(({ atMs }) => atMs));
  const room = Math.max(DAY_MS, (last - first) * 0.05);
  const dayAt = useCallback((ms: number) => ms / DAY_MS, []);
  const make = useCallback(() => {
    const quiet = themeColour('--color-ink2');
    const dots = (
      own: readonly WatchPoint[],
      colour: string,
      pointStyle: 'circle' | 'triangle',
    ): PlotSeries => ({
      type: 'scatter',
      data: own.map(({ atMs, value, uncertainty }) => ({
        x: dayAt(atMs),
        y: value,
        ...(uncertainty === null
          ? {}
          : { yMin: value - NORMAL_95 * uncertainty, yMax: value + NORMAL_95 * uncertainty }),
      })),
      pointRadius: 4.5,
      pointStyle,
      backgroundColor: colour,
      borderColor: colour,
      bars: { colour: colour, whiskerPx: 10 },
    });
    const steps = (offset: number, dash: number[]): PlotSeries => ({
      type: 'scatter',
      // A break between revisions: the reference starts anew.
      data: points.flatMap(({ atMs, mean, sd }): BarPoint[] => [
        {
          x: dayAt(atMs),
          y: mean === null || (sd === null && offset !== 0) ? Number.NaN : mean + offset * (sd ?? 0),
        },
      ]),
      showLine: true,
      pointRadius: 0,
      borderColor: quiet,
      borderWidth: 1,
      borderDash: dash,
      spanGaps: false,
    });
    const across = (
      from: number,
      to: number,
      at: [number, number],
      colour: string,
      dash: number[],
    ): PlotSeries => ({
      type: 'scatter',
      data: [
        { x: at[0], y: from },
        { x: at[1], y: to },
      ],
      showLine: true,
      pointRadius: 0,
      borderColor: colour,
      borderWidth: 1.5,
      borderDash: dash,
    });
    const ends: [number, number] = [dayAt(first - room), dayAt(last + room)];
    return [
      steps(0, []),
      ...[-2, 2].map((times) => steps(times, [5, 4])),
      ...[-3, 3].map((times) => steps(times, [2, 3])),
      ...(limit
        ? [-limit, limit].map((at) => across(at, at, ends, themeColour('--color-warn'), [8, 4]))
        : []),
      ...(drift
        ? [
            across(
              drift.from.value,
              drift.to.value,
              [dayAt(drift.from.atMs), dayAt(drift.to.atMs)],
              themeColour('--curve-0'),
              [],
            ),
          ]
        : []),
      dots(
        points.filter(({ says }) => says === ''),
        themeColour('--color-ink'),
        'circle',
      ),
      dots(
        points.filter(({ says }) => says !== ''),
        themeColour('--color-bad'),
        'triangle',
      ),
    ];
  }, [points, drift, limit, dayAt, first, last, room]);
  const x = useMemo(
    () => ({
      title: '',
      min: (first - room) / DAY_MS,
      max: (last + room) / DAY_MS,
      tick: (day: number) => dayOf(day * DAY_MS),
    }),
    [first, last, room],
  );
  const y = useMemo(
    () => ({ title: '', tick: (value: number) => String(Number(value.toFixed(4))).replace('-', '\u2212') }),
    [],
  );
  return (
    <div>
      {unit && <p className="label-text pl-1">{unit}</p>}
      <div className="relative h-[230px] w-full">
        <Plot series={make} x={x} y={y} topPx={24} rightPx={10} label={label} onFrame={setFrame} />
        {frame &&
          revisions
            .filter(({ startedMs }) => startedMs > first - room && startedMs < last + room)
            .map(({ revision, startedMs }) => (
              <span
                key={revision}
                className="absolute border-l border-dashed border-ink2 pl-1 text-[12.5px] text-ink2"
                style={{ left: pixelX(frame, startedMs / DAY_MS), top: 2, height: frame.bottom - 2 }}
              >
                revision {revision}
              </span>
            ))}
      </div>
    </div>
  );
}
