'use client';

import { useCallback, useMemo, useState } from 'react';
import { settlingFitAt } from '@/core/settling/settlingFit';
import { TakeAlong } from '../desk/takeAlong';
import type { BarPoint } from '@/ui/chart/intervals';
import { EndNames } from '@/ui/chart/endNames';
import { LineKey } from '@/ui/chart/lineKey';
import { pixelX, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { useNarrow } from '@/ui/narrow';
import { figure } from '@/ui/marks/figures';
import type { RunData, RunTrace } from '@/lab/runs/runPage';
import { WindowForm } from './windowForm';
import { WindowHandles, type WindowSpan } from './windowHandles';

function points(timeS: readonly number[], values: readonly (number | null)[]): BarPoint[] {
  return values.map((value, i) => ({ x: timeS[i]! / 60, y: value ?? Number.NaN }));
}

function line(data: BarPoint[], colour: string, more: Partial<PlotSeries> = {}): PlotSeries {
  return {
    data,
    showLine: true,
    borderColor: themeColour(colour),
    borderWidth: 1.5,
    pointRadius: 0,
    spanGaps: false,
    ...more,
  };
}

function riseOf(trace: RunTrace, dieC: readonly (number | null)[], ambientC: number): (number | null)[] {
  return dieC.map((cpu, i) => {
    const room = trace.ambientC ? trace.ambientC[i]! : ambientC;
    return cpu === null || room === null ? null : cpu - room;
  });
}

/** Range of an axis that leaves its series one half of the plot: power above, speed below. */
function halfRange(
  values: readonly (number | null)[],
  least: number,
  half: 'upper' | 'lower',
): { min: number; max: number } {
  const present = values.filter((value): value is number => value !== null);
  const low = Math.min(...present);
  const high = Math.max(...present);
  const span = Math.max(least, 1.3 * (high - low));
  const middle = (low + high) / 2;
  return half === 'upper'
    ? { min: middle - 1.6 * span, max: middle + 0.6 * span }
    : { min: middle - 0.6 * span, max: middle + 1.6 * span };
}

/** Shade of the settled window over the lower plot. */
function WindowShade({ frame, window }: { frame: PlotFrame; window: WindowSpan }) {
  const left = pixelX(frame, window.startS / 60);
  const right = pixelX(frame, window.endS / 60);
  return (
    <div
      className="pointer-events-none absolute border-x border-act/60 bg-act/8"
      style={{ left, width: Math.max(1, right - left), top: frame.top, height: frame.bottom - frame.top }}
    />
  );
}

/** Colours that die, room and fit do not have. */
const SENSOR_COLOURS = ['--curve-2', '--curve-4', '--curve-6', '--curve-7'];
const sensorColour = (i: number) => SENSOR_COLOURS[i % SENSOR_COLOURS.length]!;

/** The last value of a series that has one. */
const lastOf = (values: readonly (number | null)[]): number =>
  values.findLast((value) => value !== null) ?? Number.NaN;

/** Room for names at the ends of lines, px. */
const NAMES_PX = 84;

const MINUTES = { title: 'minutes from the start', min: 0 };

/** Die, room and rise with the window and the fit; below it power and fan speed. */
export function TraceCharts({ data, trace }: { data: RunData; trace: RunTrace }) {
  const { reduction } = data.run;
  const fit = reduction.fit.known && !reduction.heatLimited ? reduction.fit.value : null;
  const [upper, setUpper] = useState<PlotFrame | null>(null);
  const [lower, setLower] = useState<PlotFrame | null>(null);
  const lastMin = trace.timeS[trace.timeS.length - 1]! / 60;

  const temperatures = useCallback(() => {
    const series = trace.sensors.map(({ values }, i) => line(points(trace.timeS, values), sensorColour(i)));
    if (trace.cpuC) {
      const rise = riseOf(trace, trace.cpuC, reduction.ambientMeanC);
      series.push(line(points(trace.timeS, trace.cpuC), '--curve-1'));
      series.push(line(points(trace.timeS, rise), '--color-ink', { borderWidth: 1 }));
    }
    if (trace.ambientC) series.push(line(points(trace.timeS, trace.ambientC), '--curve-0'));
    if (fit) {
      const fitted: BarPoint[] = [];
      for (let i = 0; i <= 120; i += 1) {
        const s = fit.originS + (i / 120) * (trace.timeS[trace.timeS.length - 1]! - fit.originS);
        fitted.push({ x: s / 60, y: settlingFitAt(fit, s) });
      }
      series.unshift(line(fitted, '--color-act', { borderWidth: 2 }));
    }
    return series;
  }, [trace, reduction, fit]);

  const drive = useCallback(() => {
    const series: PlotSeries[] = [];
    if (trace.powerW) series.push(line(points(trace.timeS, trace.powerW), '--curve-3'));
    if (trace.fanRpm) series.push(line(points(trace.timeS, trace.fanRpm), '--curve-5', { yAxisID: 'y2' }));
    return series;
  }, [trace]);

  const x = useMemo(
    () => ({ ...MINUTES, max: lastMin, tick: (value: number) => figure(value, 0) }),
    [lastMin],
  );
  const degrees = useMemo(() => ({ title: '', tick: (value: number) => figure(value, 0) }), []);
  const watts = useMemo(
    () => ({
      title: '',
      ...(trace.powerW ? halfRange(trace.powerW, 20, 'upper') : {}),
      tick: (value: number) => figure(value, 0),
    }),
    [trace],
  );
  const speeds = useMemo(
    () =>
      trace.fanRpm
        ? { title: '', ...halfRange(trace.fanRpm, 200, 'lower'), tick: (value: number) => figure(value, 0) }
        : undefined,
    [trace],
  );
  const [draft, setDraft] = useState<WindowSpan | null>(null);
  const window = draft ?? reduction.window;
  const upperKeys = [
    ...(trace.cpuC
      ? [
          { name: 'die, °C', colour: '--curve-1', end: lastOf(trace.cpuC) },
          {
            name: 'rise, K',
            colour: '--color-ink',
            end: lastOf(riseOf(trace, trace.cpuC, reduction.ambientMeanC)),
          },
        ]
      : []),
    ...trace.sensors.map(({ name, values }, i) => ({
      ...{ name: `${name}, °C`, colour: sensorColour(i), end: lastOf(values) },
    })),
    ...(trace.ambientC ? [{ name: 'room, °C', colour: '--curve-0', end: lastOf(trace.ambientC) }] : []),
    ...(fit
      ? [{ name: 'settling fit', colour: '--color-act', end: settlingFitAt(fit, trace.timeS.at(-1)!) }]
      : []),
  ];
  const lowerKeys = [
    ...(trace.powerW ? [{ name: 'power, W (left)', colour: '--curve-3' }] : []),
    ...(trace.fanRpm ? [{ name: 'fans, rpm (right)', colour: '--curve-5' }] : []),
  ];
  // Names stand at the ends of their lines where there is room beside them.
  const isNarrow = useNarrow();
  const namesPx = isNarrow ? 0 : NAMES_PX;

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <div className="flex flex-wrap justify-between gap-x-4">
        {isNarrow ? <LineKey lines={upperKeys} /> : <span />}
        <TakeAlong
          picture="trace-picture"
          fileName={`run-${data.run.label.replace(/[^A-Za-z0-9._-]+/g, '-')}`}
          condition={`Run ${data.run.label}: ${data.run.product}, ${data.loadLabel}, fans ${data.run.setting}, mount ${data.run.mount}, pass ${data.run.pass}`}
          figures={() =>
            trace.timeS.map((timeS, i) => ({
              t_s: timeS,
              cpu_c: trace.cpuC?.[i] ?? null,
              ambient_c: trace.ambientC?.[i] ?? null,
              power_w: trace.powerW?.[i] ?? null,
              fan_rpm: trace.fanRpm?.[i] ?? null,
            }))
          }
        />
      </div>
      <div id="trace-picture" className="relative min-h-[240px] flex-[3]">
        <Plot
          series={temperatures}
          x={x}
          y={degrees}
          label={trace.cpuC ? 'Die, room and rise over time' : 'Temperatures over time'}
          onFrame={setUpper}
          rightPx={(speeds ? 46 : 16) + namesPx}
        />
        {upper && !isNarrow && (
          <EndNames frame={upper} ends={upperKeys} widthPx={(speeds ? 46 : 16) + namesPx} />
        )}
        {upper && window && (
          <WindowHandles
            frame={upper}
            span={window}
            lastS={trace.timeS[trace.timeS.length - 1]!}
            onSpan={setDraft}
            label={`settled window, ${figure((window.endS - window.startS) / 60, 1)} min`}
          />
        )}
      </div>
      <WindowForm
        key={data.run.version}
        roundUpId={data.roundUpId}
        run={data.run}
        draft={draft}
        onDone={() => setDraft(null)}
      />
      {lowerKeys.length > 0 && (
        <>
          <LineKey lines={lowerKeys} />
          <div className="relative min-h-[140px] flex-[1.4]">
            <Plot
              series={drive}
              x={x}
              y={watts}
              y2={speeds}
              label="Power and fan speed over time"
              onFrame={setLower}
              rightPx={(speeds ? 0 : 16) + namesPx}
            />
            {lower && window && <WindowShade frame={lower} window={window} />}
          </div>
        </>
      )}
    </div>
  );
}
