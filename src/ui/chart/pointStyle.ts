import type { PointStyle } from 'chart.js';
import type { Marker } from '../marks/entryMark';

interface PointStyles {
  pointStyle: PointStyle;
  pointRotation: number;
  pointRadius: number;
  pointBorderWidth: number;
}

const SHAPES: Record<Marker, { pointStyle: PointStyle; rotation?: number; hollow?: boolean }> = {
  disc: { pointStyle: 'circle' },
  square: { pointStyle: 'rect' },
  triangle: { pointStyle: 'triangle' },
  diamond: { pointStyle: 'rectRot' },
  cross: { pointStyle: 'crossRot' },
  ring: { pointStyle: 'circle', hollow: true },
  frame: { pointStyle: 'rect', hollow: true },
  wedge: { pointStyle: 'triangle', rotation: 180 },
};

/** An entry's marker as the chart library draws it, and whether it is hollow. */
export function pointStyleOf(marker: Marker): { hollow: boolean; styles: PointStyles } {
  const { pointStyle, rotation = 0, hollow = false } = SHAPES[marker];
  return {
    hollow,
    styles: {
      ...{ pointStyle, pointRotation: rotation },
      pointRadius: pointStyle === 'triangle' ? 5 : 4.5,
      pointBorderWidth: hollow || marker === 'cross' ? 2 : 1,
    },
  };
}
