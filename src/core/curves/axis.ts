import type { Against } from './curveRule';

/** How an axis is written, and moved along. */
export interface Axis {
  against: Against;
  unit: string;
  decimals: number;
  /** As a choice, and as the name of the line across the chart. */
  name: string;
  lineName: string;
  /** Steps of the line by arrow and by page keys, and what it is rounded to. */
  step: number;
  leap: number;
  /** Ends of the axis lie on multiples of this, with so much room. */
  grid: number;
  roomBefore: number;
  roomAfter: number;
}

export const AXES: Record<Against, Axis> = {
  noise: {
    against: 'noise',
    unit: 'dB(A)',
    decimals: 1,
    name: 'noise',
    lineName: 'Noise line',
    step: 0.1,
    leap: 1,
    grid: 2,
    roomBefore: 0.6,
    roomAfter: 0.4,
  },
  rpm: {
    against: 'rpm',
    unit: 'rpm',
    decimals: 0,
    name: 'speed',
    lineName: 'Speed',
    step: 10,
    leap: 100,
    grid: 100,
    roomBefore: 30,
    roomAfter: 30,
  },
  duty: {
    against: 'duty',
    unit: '%',
    decimals: 0,
    name: 'duty',
    lineName: 'Duty',
    step: 1,
    leap: 10,
    grid: 10,
    roomBefore: 2,
    roomAfter: 2,
  },
  sone: {
    against: 'sone',
    unit: 'sone',
    decimals: 2,
    name: 'loudness',
    lineName: 'Loudness',
    step: 0.02,
    leap: 0.2,
    grid: 0.5,
    roomBefore: 0.1,
    roomAfter: 0.1,
  },
};

/**
 * What a key moves the line by; null for a key that is not the line's.
 *
 * @example lineStep('ArrowRight', { step: 0.5, leap: 5 }) → 0.5
 */
export function lineStep(key: string, { step, leap }: Pick<Axis, 'step' | 'leap'>): number | null {
  const steps: Record<string, number> = {
    ArrowLeft: -step,
    ArrowDown: -step,
    ArrowRight: step,
    ArrowUp: step,
    PageDown: -leap,
    PageUp: leap,
  };
  return steps[key] ?? null;
}
