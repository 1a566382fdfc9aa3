import type { Marker } from '../marks/entryMark';

interface PointStyle {
  pointStyle: string;
  rotation: number;
  radius: number;
  borderWidth: number;
  hollow: boolean;
}

const SHAPES: Record<Marker, { pointStyle: string; rotation?: number; hollow?: boolean }> = {
  disc: { pointStyle: 'circle' },
  square: { pointStyle: 'rect' },
  triangle: { pointStyle: 'triangle' },
  diamond: { pointStyle: 'rectRot' },
  cross: { pointStyle: 'crossRot' },
  ring: { pointStyle: 'circle', hollow: true },
  frame: { pointStyle: 'rect', hollow: true },
  wedge: { pointStyle: 'triangle', rotation: 180 },
};

/** An entry's marker as the chart library draws it. */
export function pointStyleOf(marker: Marker): PointStyle {
  const { pointStyle, rotation = 0, hollow = false } = SHAPES[marker];
  return {
    ...{ pointStyle, rotation, hollow },
    radius: pointStyle === 'triangle' ? 5 : 4.5,
    borderWidth: hollow || marker === 'cross' ? 2 : 1,
  };
}
