'use client';

import { useCallback, useMemo } from 'react';
import type { Bridge, SharedPoint } from '@/core/bridge/bridge';
import { Plot, themeColour, type PlotSeries } from '@/ui/chart/plot';
import { NORMAL_95 } from '@/core/statistics/distributions/normal';

const nothing = () => undefined;

/** What both rigs have, one against the other, with the line that carries over. */
export function BridgePlot({
  shared,
  bridge,
  from,
}: {
  shared: readonly SharedPoint[];
  bridge: Bridge | null;
  from: string;
}) {
  const make = useCallback((): PlotSeries[] => {
    const ink = themeColour('--color-ink');
    const dots: PlotSeries = {
      type: 'scatter',
      data: shared.map(({ x, y, ux, uy }) => ({
        ...{ x, y, xMin: x - NORMAL_95 * ux, xMax: x + NORMAL_95 * ux },
        ...{ yMin: y - NORMAL_95 * uy, yMax: y + NORMAL_95 * uy },
      })),
      pointRadius: 4,
      backgroundColor: ink,
      borderColor: ink,
      bars: { colour: ink, whiskerPx: 10 },
    };
    if (!bridge) return [dots];
    const { intercept, slope } = bridge.fit;
    const line: PlotSeries = {
      type: 'scatter',
      data: [bridge.from, bridge.to].map((x) => ({ x, y: intercept + slope * x })),
      showLine: true,
      pointRadius: 0,
      borderColor: themeColour('--curve-0'),
      borderWidth: 2,
    };
    return [line, dots];
  }, [shared, bridge]);
  const x = useMemo(() => ({ title: `rise on ${from}, K` }), [from]);
  const y = useMemo(() => ({ title: '' }), []);
  return (
    <div className="relative h-[320px] w-full max-w-3xl">
      <Plot series={make} x={x} y={y} topPx={24} rightPx={10} label="What both rigs have" onFrame={nothing} />
      <span className="label-text absolute top-0 left-1">rise here, K</span>
    </div>
  );
}
