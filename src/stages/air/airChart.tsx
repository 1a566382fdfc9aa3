'use client';

import { useCallback, useMemo, useState } from 'react';
import { pressureAt } from '@/core/air/fanCurve';
import type { FanAtWork } from '@/core/air/fansAtWork';
import { systemPressurePa, type SystemCurve } from '@/core/air/systemCurve';
import { placeLabels } from '@/ui/chart/placeLabels';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { pointStyleOf } from '@/ui/chart/pointStyle';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';

const STEPS = 60;

interface Placed {
  work: FanAtWork;
  position: number;
  product: string;
}

function fanSeries({ work: { curve }, position }: Placed): PlotSeries[] {
  const { colour, marker } = entryStyle(position);
  const { hollow, styles } = pointStyleOf(marker);
  const borderColor = themeColour(colour);
  const first = curve.through.x[0]!;
  const last = curve.through.x.at(-1)!;
  const line = Array.from({ length: STEPS + 1 }, (_, i) => {
    const x = i === STEPS ? last : first + (i * (last - first)) / STEPS;
    const at = pressureAt(curve, x);
    return { x, y: at.known ? at.value.pressurePa : NaN };
  });
  return [
    { type: 'scatter', data: line, showLine: true, borderColor, borderWidth: 2, pointRadius: 0 },
    {
      type: 'scatter',
      data: curve.points.map((point) => ({ x: point.flowM3PerH, y: point.pressurePa })),
      borderColor,
      backgroundColor: hollow ? themeColour('--color-ground') : borderColor,
      ...{ ...styles, pointRadius: styles.pointRadius - 1 },
    },
  ];
}

/** Pressure over flow: a curve a fan, the resistance across them, and where they cross. */
export function AirChart({ placed, system }: { placed: readonly Placed[]; system: SystemCurve }) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const most = useMemo(() => {
    const flows = placed.flatMap(({ work }) => work.curve.through.x);
    const pressures = placed.flatMap(({ work }) => work.curve.through.y);
    return { flow: Math.max(10, ...flows) * 1.02, pressure: Math.max(5, ...pressures) * 1.06 };
  }, [placed]);
  const series = useCallback(() => {
    const ink = themeColour('--color-act');
    const system_ = Array.from({ length: STEPS + 1 }, (_, i) => {
      const x = (i * most.flow) / STEPS;
      return { x, y: systemPressurePa(system, x) };
    }).filter((point) => point.y <= most.pressure * 1.2);
    return [
      ...placed.flatMap(fanSeries),
      {
        type: 'scatter',
        data: system_,
        showLine: true,
        borderColor: ink,
        borderWidth: 2.5,
        borderDash: [7, 5],
        pointRadius: 0,
      } satisfies PlotSeries,
    ];
  }, [placed, system, most]);
  const takeFrame = useCallback((next: PlotFrame) => {
    setFrame((now) => (now && JSON.stringify(now) === JSON.stringify(next) ? now : next));
  }, []);
  const x = useMemo(() => ({ min: 0, max: most.flow, title: 'flow, m³/h' }), [most]);
  const y = useMemo(
    () => ({ min: 0, max: most.pressure, title: '', tick: (value: number) => figure(value, 0) }),
    [most],
  );
  // Where the curves begin they lie apart; at their ends they meet.
  const labels = useMemo(() => {
    if (!frame) return [];
    const starts = placed.map(({ work, product, position }) => {
      const start = work.curve.points[0]!;
      return {
        product,
        position,
        x: pixelX(frame, start.flowM3PerH),
        y: pixelY(frame, start.pressurePa) - 9,
      };
    });
    return placeLabels(starts, frame.top + 6, frame.bottom - 6);
  }, [frame, placed]);
  return (
    <div className="relative h-full min-h-[340px] w-full">
      <p className="label-text absolute top-0 left-12">pressure, Pa</p>
      <Plot
        series={series}
        x={x}
        y={y}
        rightPx={24}
        topPx={30}
        label={`Pressure over flow, a curve for each of ${placed.length} fans, and the resistance across them`}
        onFrame={takeFrame}
      />
      {frame && (
        <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
          {placed.map(({ work }) => (
            <circle
              key={work.entry}
              cx={pixelX(frame, work.point.flowM3PerH)}
              cy={pixelY(frame, work.point.pressurePa)}
              r="7"
              fill="none"
              stroke="var(--color-act)"
              strokeWidth="1.8"
            />
          ))}
          {labels.map((label) => (
            <text
              key={label.position}
              x={label.x + 10}
              y={label.labelY}
              fontSize="12.5"
              fontWeight="600"
              stroke="var(--color-ground)"
              strokeWidth="4"
              paintOrder="stroke"
              fill={`var(${entryStyle(label.position).colour})`}
            >
              {label.product.length > 22 ? `${label.product.slice(0, 21)}…` : label.product}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
