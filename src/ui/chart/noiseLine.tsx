'use client';

import { figure } from '../marks/figures';
import type { Axis } from '@/core/curves/axis';
import { DragLine } from './dragLine';
import type { PlotFrame } from './plot';

export interface NoiseLineProps {
  frame: PlotFrame;
  axis: Axis;
  at: number;
  onLine: (at: number) => void;
}

/** The line across a plot: dragged, or moved from the keyboard. Its value stands in the tab at its top. */
export function NoiseLine({ frame, axis, at, onLine }: NoiseLineProps) {
  const words = `${figure(at, axis.decimals)} ${axis.unit}`;
  return (
    <DragLine
      frame={frame}
      name={axis.lineName}
      value={at}
      min={frame.xMin}
      max={frame.xMax}
      says={words}
      // The stage moves the line by keys wherever the focus is.
      steps={{}}
      width={24}
      above={30}
      onMove={onLine}
    >
      <span className="absolute top-0 left-1/2 -translate-x-1/2 rounded-sm bg-act px-2.5 py-0.5 text-[14px] font-bold whitespace-nowrap text-on-act">
        {words}
      </span>
      <span className="absolute top-6 bottom-0 left-1/2 w-[2.5px] -translate-x-1/2 bg-act" />
    </DragLine>
  );
}
