'use client';

import { useCallback, useMemo, useState } from 'react';
import { pixelX, pixelY, Plot, themeColour, type PlotFrame, type PlotSeries } from '@/ui/chart/plot';
import { entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { DrawnClip, DrawnSpectrum } from '@/lab/sound/soundPage';

/** Octaves from 1 kHz: what is twice as high lies one further to the right. */
export const octaveOf = (hz: number) => Math.log2(hz / 1000);
export const hzWords = (hz: number) =>
  hz >= 1000 ? `${Number((hz / 1000).toPrecision(3))}k` : String(Math.round(hz));
export const octaveTick = (octave: number) => (Number.isInteger(octave) ? hzWords(1000 * 2 ** octave) : '');

const LOWEST = Math.log2(31.25 / 1000);
const HIGHEST = 4.2;
const MOST_NAMED = 5;

function series({ hz, levels }: DrawnSpectrum, colour: string, more: Partial<PlotSeries> = {}): PlotSeries {
  return {
    type: 'scatter',
    data: hz.map((each, i) => ({ x: octaveOf(each), y: levels[i]! })),
    showLine: true,
    pointRadius: 0,
    borderColor: colour,
    borderWidth: 1.6,
    ...more,
  } as PlotSeries;
}

/** Spectra of one clip, or of two over one another, the room beneath; tones marked and named. */
export function SpectrumPlot({ shown, beside }: { shown: DrawnClip; beside: DrawnClip | null }) {
  const [frame, setFrame] = useState<PlotFrame | null>(null);
  const isCalibrated = shown.row.fullScaleDb !== null;
  const make = useCallback(() => {
    const colour = (clip: DrawnClip) => themeColour(entryStyle(Math.max(0, clip.row.position)).colour);
    const other = beside && shown.row.position === beside.row.position ? themeColour('--color-ink2') : null;
    return [
      series(shown.lines, colour(shown)),
      ...(beside ? [series(beside.lines, other ?? colour(beside), { borderDash: [5, 3] })] : []),
      ...(shown.room
        ? [series(shown.room, themeColour('--color-ink2'), { borderWidth: 1, borderDash: [2, 3] })]
        : []),
    ];
  }, [shown, beside]);
  const top = Math.max(...shown.lines.levels, ...(beside?.lines.levels ?? []));
  const bottom = Math.max(
    top - 62,
    Math.min(...shown.lines.levels, ...(shown.room?.levels ?? []), ...(beside?.lines.levels ?? [])),
  );
  const y = useMemo(
    () => ({
      title: '',
      min: Math.floor(bottom / 10) * 10,
      max: Math.ceil((top + 6) / 10) * 10,
      step: 10,
    }),
    [top, bottom],
  );
  const x = useMemo(
    () => ({ title: 'Frequency, Hz', min: LOWEST, max: HIGHEST, step: 1, tick: octaveTick }),
    [],
  );
  const named = shown.row.tones.slice(0, MOST_NAMED);
  return (
    <div className="relative h-[300px] w-full">
      <Plot
        series={make}
        x={x}
        y={y}
        topPx={34}
        rightPx={8}
        label={`Spectrum of ${shown.row.product}, ${shown.row.setting}${beside ? ` and of ${beside.row.product}, ${beside.row.setting}` : ''}`}
        onFrame={setFrame}
      />
      <span className="label-text absolute top-0 left-1">
        {isCalibrated
          ? 'dB in each twenty-fourth of an octave'
          : 'dB re full scale, in each twenty-fourth of an octave: not calibrated'}
      </span>
      {frame &&
        named.map((tone, i) => {
          const at = pixelX(frame, octaveOf(tone.hz));
          const level = shown.lines.levels[nearest(shown.lines.hz, tone.hz)]!;
          return (
            <span key={tone.hz} aria-hidden="true">
              <i
                className={`absolute w-px ${tone.prominent ? 'bg-act' : 'bg-ink2/60'}`}
                style={{
                  left: at,
                  top: frame.top - 10 * (i % 2) - 2,
                  height: Math.max(4, pixelY(frame, level) - frame.top + 10 * (i % 2)),
                }}
              />
              <span
                className={`num absolute -translate-x-1/2 text-[12.5px] whitespace-nowrap ${tone.prominent ? 'font-bold' : 'text-ink2'}`}
                style={{ left: at, top: frame.top - 18 - 10 * (i % 2) }}
              >
                {figure(tone.hz, 0)}
              </span>
            </span>
          );
        })}
    </div>
  );
}

function nearest(hz: readonly number[], wanted: number): number {
  let best = 0;
  for (let i = 1; i < hz.length; i += 1)
    if (Math.abs(Math.log(hz[i]! / wanted)) < Math.abs(Math.log(hz[best]! / wanted))) best = i;
  return best;
}
