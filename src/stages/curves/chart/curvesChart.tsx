'use client';

import { useCallback, useMemo, useRef, useState } from 'react';
import { CROWD } from '@/core/curves/shown/crowd';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import type { Axis } from '@/core/curves/axis';
import { NoiseLine } from '@/ui/chart/noiseLine';
import { pointStyleOf } from '@/ui/chart/pointStyle';
import { Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { useNarrowOnceKnown } from '@/ui/narrow';
import { ChartMarks, type Marks } from './chartMarks';
import { EndLabels, endLabels, OtherLine, OverlayShapes } from './chartOverlay';
import { shownCurves, type ShownCurve, type Zoom } from './chartView';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { useZoomDrag, ZoomBox } from './zoomDrag';
import { nearPoint, PointNote, type NearPoint } from './nearPoint';

export interface CurvesChartProps {
  entries: ReadonlyMap<string, CurveEntry>;
  curves: EntryCurve[];
  /** Carried over from another rig: drawn broken, and never ranked. */
  bridged: EntryCurve[];
  scale: ShownScale;
  /** Shown as the difference from this entry; null for the values themselves. */
  from: string | null;
  range: { min: number; max: number };
  zoom: Zoom | null;
  onZoom: (zoom: Zoom) => void;
  meterDistanceCm: number;
  /** What an entry is: a cooler, a fan, a layout. */
  compared: string;
  axis: Axis;
  /** Where the line stands on the axis. */
  lineAt: number;
  otherLinesDba: readonly number[];
  onLine: (at: number) => void;
  placed: PlacedEntry[];
  /** What stands still beside the curves. */
  marks: Marks;
  /** Entries picked out; with none all are drawn alike. */
  picked: ReadonlySet<string>;
  lit: string | null;
  onLit: (entry: string | null) => void;
  onPoint: (run: string) => void;
  runLabels: Record<string, string>;
}

const LABEL_PX = 132;
const NUMBER_PX = 26;
const FADED = '38';

function seriesOf(
  { line, points }: ShownCurve,
  position: number,
  { faded, bridged }: { faded: boolean; bridged: boolean },
): PlotSeries[] {
  const { colour, marker } = entryStyle(position);
  const { hollow, styles } = pointStyleOf(marker);
  const borderColor = themeColour(colour) + (faded ? FADED : '');
  return [
    {
      ...{ type: 'scatter', data: line, showLine: true, borderColor, borderWidth: 2, pointRadius: 0 },
      ...(bridged ? { borderDash: [6, 5] } : {}),
    },
    {
      type: 'scatter',
      data: points.map(({ x, y, low, high }) => ({ x, y, yMin: low, yMax: high })),
      bars: { colour: borderColor },
      borderColor,
      backgroundColor: hollow || bridged ? themeColour('--color-ground') : borderColor,
      ...styles,
    },
  ];
}

function axisTitle(scale: ShownScale, base: CurveEntry | undefined): string {
  if (!base) return scale.title;
  const unit = scale.unit === '°C' ? 'K' : scale.unit;
  return `difference from ${base.product}, ${unit}`;
}

function xTitle({ against }: Axis, compared: string, meterDistanceCm: number, narrow: boolean): string {
  if (against === 'rpm') return narrow ? 'rpm of the first fan' : 'speed of the first fan, rpm';
  if (against === 'duty') return 'duty of the fans, %';
  if (against === 'sone') return narrow ? 'sone' : `loudness of the ${compared} by its recordings, sone`;
  const level = `dB(A) at ${meterDistanceCm} cm, room noise subtracted`;
  return narrow ? level : `noise of the ${compared}, ${level}`;
}

/** A curve an entry, with the line over it. Only the overlay moves with the line. */
export function CurvesChart(props: CurvesChartProps) {
  const {
    entries,
    curves,
    bridged,
    scale,
    from,
    range,
    zoom,
    meterDistanceCm,
    compared,
    axis,
    lineAt,
    onLine,
    placed,
    picked,
    lit,
    onLit,
  } = props;
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const [near, setNear] = useState<NearPoint | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const isNarrow = useNarrowOnceKnown();
  const narrow = isNarrow ?? false;
  const zooming = useZoomDrag(frame, (next) => {
    setNear(null);
    props.onZoom(next);
  });
  const shown = useMemo(
    () => shownCurves([...curves, ...bridged], scale, from),
    [curves, bridged, scale, from],
  );
  const isBridged = useMemo(() => new Set(bridged.map(({ entry }) => entry)), [bridged]);
  const isFaded = useCallback((entry: string) => picked.size > 0 && !picked.has(entry), [picked]);
  const series = useCallback(
    () =>
      shown.flatMap((curve) =>
        seriesOf(curve, entries.get(curve.curve.entry)!.position, {
          faded: isFaded(curve.curve.entry),
          bridged: isBridged.has(curve.curve.entry),
        }),
      ),
    [shown, entries, isFaded, isBridged],
  );
  const takeFrame = useCallback((next: PlotFrame) => {
    setFrame((now) => (now && JSON.stringify(now) === JSON.stringify(next) ? now : next));
  }, []);
  const title = axisTitle(scale, from === null ? undefined : entries.get(from));
  const x = useMemo(
    () => ({
      min: zoom?.xMin ?? range.min,
      max: zoom?.xMax ?? range.max,
      title: xTitle(axis, compared, meterDistanceCm, narrow),
    }),
    [range, zoom, axis, compared, meterDistanceCm, narrow],
  );
  const y = useMemo(() => {
    const span = zoom ? zoom.yMax - zoom.yMin : Infinity;
    // A scale of fine steps needs a decimal more of them once it is looked at closely.
    const decimals = scale.decimals >= 2 ? scale.decimals - (span < 0.05 ? 0 : 1) : span < 6 ? 1 : 0;
    return { title: '', min: zoom?.yMin, max: zoom?.yMax, tick: (value: number) => figure(value, decimals) };
  }, [scale, zoom]);
  const crowded = shown.length >= CROWD;
  const labels = useMemo(() => (frame ? endLabels(shown, entries, frame) : []), [shown, entries, frame]);

  return (
    <div
      ref={box}
      className={`relative h-full min-h-[340px] w-full ${near?.run ? 'cursor-pointer' : 'cursor-crosshair'}`}
      {...zooming.handlers}
      onPointerMove={(event) => {
        zooming.handlers.onPointerMove(event);
        if (zooming.box) return;
        const rect = box.current!.getBoundingClientRect();
        const at = { x: event.clientX - rect.left, y: event.clientY - rect.top };
        const found = frame && nearPoint(shown, { ...props, frame, at, isFaded, isBridged });
        setNear(found);
        onLit(found?.entry ?? null);
      }}
      onPointerLeave={() => {
        setNear(null);
        onLit(null);
      }}
      onClick={() => near?.run && !zooming.wasDragged.current && props.onPoint(near.run)}
    >
      <p className="label-text absolute top-0 left-12 max-w-[70%] truncate" dir="auto">
        {title}
      </p>
      {isNarrow !== null && (
        <Plot
          series={series}
          x={x}
          y={y}
          rightPx={narrow ? NUMBER_PX : LABEL_PX}
          topPx={46}
          label={`${title} against ${axis.name}, a curve for each of ${shown.length} entries`}
          onFrame={takeFrame}
        />
      )}
      {frame && (
        <>
          <ChartMarks marks={props.marks} shown={shown} entries={entries} frame={frame} picked={picked} />
          <OverlayShapes
            shown={shown}
            entries={entries}
            frame={frame}
            labels={labels}
            placed={placed}
            lit={lit}
          />
          <EndLabels
            labels={labels}
            frame={frame}
            widthPx={narrow ? NUMBER_PX : LABEL_PX}
            numbered={crowded}
            onlyNumbers={narrow}
            faded={isFaded}
          />
          {props.otherLinesDba.map((value) => (
            <OtherLine
              key={value}
              frame={frame}
              lineDb={value}
              lineAt={lineAt}
              onTake={() => onLine(value)}
            />
          ))}
          {lineAt >= frame.xMin && lineAt <= frame.xMax && (
            <NoiseLine frame={frame} axis={axis} at={lineAt} onLine={onLine} />
          )}
          <ZoomBox box={zooming.box} />
          {near && !zooming.box && <PointNote near={near} frame={frame} />}
        </>
      )}
    </div>
  );
}
