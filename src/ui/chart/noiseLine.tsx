'use client';

import { figure } from '../figures';
import { DragLine } from './dragLine';
import type { PlotFrame } from './plot';

export interface NoiseLineProps {
  frame: PlotFrame;
  lineDb: number;
  onLine: (lineDb: number) => void;
}

/** What a key moves the line by, dB; null for a key that is not the line's. */
export function lineStep(key: string): number | null {
  const steps: Record<string, number> = {
    ArrowLeft: -0.1,
    ArrowDown: -0.1,
    ArrowRight: 0.1,
    ArrowUp: 0.1,
    PageDown: -1,
    PageUp: 1,
  };
  return steps[key] ?? null;
}

/** The noise line across a plot: dragged, or moved from the keyboard. Its value stands in the tab at its top. */
export function NoiseLine({ frame, lineDb, onLine }: NoiseLineProps) {
  return (
    <DragLine
      frame={frame}
      name="Noise line"
      value={lineDb}
      min={frame.xMin}
      max={frame.xMax}
      says={`${figure(lineDb, 1)} dB(A)`}
      // The stage moves the line by keys wherever the focus is.
      steps={{}}
      width={24}
      above={30}
      onMove={onLine}
    >
      <span
        data-picture
        className="absolute top-0 left-1/2 -translate-x-1/2 rounded-sm bg-act px-2.5 py-0.5 text-[14px] font-bold whitespace-nowrap text-on-act"
      >
        {figure(lineDb, 1)} dB(A)
      </span>
      <span data-picture className="absolute top-6 bottom-0 left-1/2 w-[2.5px] -translate-x-1/2 bg-act" />
    </DragLine>
  );
}
