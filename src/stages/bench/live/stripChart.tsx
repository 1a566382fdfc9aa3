'use client';

import { useCallback, useMemo, useState } from 'react';
import type { BarPoint } from '@/ui/chart/intervals';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { figure } from '@/ui/marks/figures';
import { isByAirAlone } from '@/core/bench/benchState';
import { readingSoFar } from '@/core/bench/readingSoFar';
import type { LiveSample, LiveSession } from '@/core/bench/benchEvent';

function line(data: BarPoint[], colour: string, more: Partial<PlotSeries> = {}): PlotSeries {
  return {
    data,
    showLine: true,
    borderColor: themeColour(colour),
    borderWidth: 1.6,
    pointRadius: 0,
    spanGaps: false,
    ...more,
  };
}

/** Shown before the setting in hand began, min. */
const BEFORE_MIN = 2;

function Label({
  frame,
  x,
  y,
  children,
  className,
  under = false,
}: {
  frame: PlotFrame;
  x: number;
  y: number;
  children: React.ReactNode;
  className: string;
  under?: boolean;
}) {
  const top = Math.min(frame.bottom - 18, Math.max(frame.top, pixelY(frame, y) + (under ? 4 : -22)));
  return (
    <span
      className={`pointer-events-none absolute -translate-x-full text-[13px] whitespace-nowrap ${className}`}
      style={{ left: pixelX(frame, x), top }}
    >
      {children}
    </span>
  );
}

/** A label stands where its line ends. */
function lineEnd(shown: readonly LiveSample[], fromS: number, place: 1 | 2 | 5): BarPoint | null {
  const other = shown.findLast((sample) => sample[place] !== null);
  return other ? { x: Math.max(0.9, (other[0] - fromS) / 60), y: other[place]! } : null;
}

/** Die and room over time, with the window as it fills and the end that the fit sees. */
function Temperatures({
  shown,
  fromS,
  endC,
  nowMin,
  endMin,
  gauge,
  rule,
  x,
}: {
  shown: readonly LiveSample[];
  fromS: number;
  endC: number | null;
  nowMin: number;
  endMin: number;
  gauge: LiveSession['state']['gauge'];
  rule: LiveSession['rule'];
  x: React.ComponentProps<typeof Plot>['x'];
}) {
  const [upper, setUpper] = useState<PlotFrame | null>(null);
  const temperatures = useCallback(() => {
    const at = (place: 1 | 2): BarPoint[] =>
      shown.map((sample) => ({
        x: (sample[0] - fromS) / 60,
        y: sample[6] ? Number.NaN : (sample[place] ?? Number.NaN),
      }));
    const series = [line(at(1), '--color-ink'), line(at(2), '--curve-0')];
    if (endC !== null)
      series.push(
        line(
          [
            { x: nowMin, y: endC },
            { x: endMin, y: endC },
          ],
          '--color-act',
          { borderDash: [2, 5], borderWidth: 2 },
        ),
      );
    return series;
  }, [shown, fromS, endC, nowMin, endMin]);

  const dies = shown.flatMap((sample) => (sample[1] === null ? [] : [sample[1]]));
  const rooms = shown.flatMap((sample) => (sample[2] === null ? [] : [sample[2]]));
  const lowC = 5 * Math.floor((Math.min(20, ...rooms) - 1) / 5);
  const highC = 10 * Math.ceil((Math.max(40, endC ?? 0, ...dies) + 3) / 10);
  const degrees = useMemo(
    () => ({ title: '', min: lowC, max: highC, tick: (value: number) => figure(value, 0) }),
    [lowC, highC],
  );
  const [die, room] = [lineEnd(shown, fromS, 1), lineEnd(shown, fromS, 2)];
  const windowFrom = Math.max(0, nowMin - rule.windowS / 60);
  const filled = Math.min(nowMin, rule.windowS / 60);

  return (
    <div className="relative min-h-[150px] flex-[2]">
      <Plot
        series={temperatures}
        x={x}
        y={degrees}
        label="Die and room over time"
        onFrame={setUpper}
        rightPx={12}
      />
      {upper && gauge && nowMin > 0 && (
        <div
          className="pointer-events-none absolute bg-act/10"
          style={{
            left: pixelX(upper, windowFrom),
            width: Math.max(1, pixelX(upper, nowMin) - pixelX(upper, windowFrom)),
            top: upper.top,
            height: upper.bottom - upper.top,
          }}
        >
          <span className="absolute top-[42%] left-1.5 text-[13px] whitespace-nowrap text-act">
            {filled < 1
              ? 'window begins'
              : `window, ${Math.floor(filled)} of ${Math.round(rule.windowS / 60)} min`}
          </span>
        </div>
      )}
      {upper && die && (
        <Label frame={upper} {...die} className="text-ink">
          die, °C
        </Label>
      )}
      {upper && room && (
        <Label frame={upper} {...room} under className="text-[color:var(--curve-0)]">
          room, °C
        </Label>
      )}
      {upper && endC !== null && (
        <Label frame={upper} x={endMin} y={endC} className="text-act">
          ends near {figure(endC, 1)} ± {figure(gauge!.endDoubtK!, 1)} °C
        </Label>
      )}
    </div>
  );
}

/** Die and room since the setting in hand began, with the window as it fills and the end the fit sees; noise below, alone without heat. */
export function StripChart({ session, samples }: { session: LiveSession; samples: readonly LiveSample[] }) {
  const { state, rule } = session;
  const [lower, setLower] = useState<PlotFrame | null>(null);
  const fromS = state.phase === 'soak' || state.phase === 'reading' ? state.soakFromS : state.sinceS;
  const shown = useMemo(
    () => samples.filter((sample) => sample[0] >= fromS - BEFORE_MIN * 60),
    [samples, fromS],
  );
  const nowMin = ((shown.at(-1)?.[0] ?? fromS) - fromS) / 60;
  const gauge = state.phase === 'soak' || state.phase === 'reading' ? state.gauge : null;
  const aheadMin = Math.min(30, gauge?.leftS ? gauge.leftS / 60 : 0);
  const endMin = Math.max(10, Math.ceil(Math.max(nowMin + 2, nowMin + aheadMin) / 5) * 5);
  const roomC = shown.at(-1)?.[2] ?? null;
  const endC = gauge && gauge.endK !== null && roomC !== null ? gauge.endK + roomC : null;

  const noise = useCallback(() => {
    const series = [
      line(
        shown.map((sample) => ({
          x: (sample[0] - fromS) / 60,
          y: sample[6] ? Number.NaN : (sample[5] ?? Number.NaN),
        })),
        '--curve-2',
      ),
    ];
    if (state.floorDb !== null)
      series.push(
        line(
          [
            { x: -BEFORE_MIN, y: state.floorDb },
            { x: endMin, y: state.floorDb },
          ],
          '--color-ink2',
          { borderDash: [2, 4], borderWidth: 1 },
        ),
      );
    const bursts = state.phase === 'reading' ? (readingSoFar(shown, state.sinceS)?.bursts ?? []) : [];
    if (bursts.length > 0)
      series.push({
        data: bursts.map((burst) => ({ x: (burst.atS - fromS) / 60, y: burst.levelDb })),
        pointStyle: 'crossRot',
        pointRadius: 5,
        borderColor: themeColour('--color-warn'),
        borderWidth: 2,
      });
    return series;
  }, [shown, fromS, state.floorDb, state.phase, state.sinceS, endMin]);

  const levels = shown.flatMap((sample) => (sample[5] === null ? [] : [sample[5]]));
  const lowDb = 5 * Math.floor((Math.min(25, ...levels) - 2) / 5);
  const highDb = 5 * Math.ceil((Math.max(35, ...levels) + 1) / 5);
  const x = useMemo(
    () => ({
      title: 'minutes of this setting, by the bench clock',
      min: -BEFORE_MIN,
      max: endMin,
      tick: (value: number) => (value < 0 ? '' : figure(value, 0)),
    }),
    [endMin],
  );
  const bare = useMemo(() => ({ ...x, hidden: true }), [x]);
  const decibels = useMemo(
    () => ({ title: '', min: lowDb, max: highDb, step: 5, tick: (value: number) => figure(value, 0) }),
    [lowDb, highDb],
  );
  const level = lineEnd(shown, fromS, 5);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {!isByAirAlone(state) && (
        <Temperatures {...{ shown, fromS, endC, nowMin, endMin, gauge, rule, x: bare }} />
      )}
      <div className="relative min-h-[120px] flex-[1.15]">
        <Plot series={noise} x={x} y={decibels} label="Noise over time" onFrame={setLower} rightPx={12} />
        {lower && level && (
          <Label frame={lower} {...level} className="text-[color:var(--curve-2)]">
            noise as read, dB(A)
          </Label>
        )}
      </div>
    </div>
  );
}
