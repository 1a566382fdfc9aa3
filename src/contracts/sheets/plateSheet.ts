import { array, object, type ObjectSchema } from 'yup';
import type { PlatePoint } from '@/core/plate/flatness';
import { finite } from './fields';

/** What was measured of the plate of an entry's sample. */
export interface PlateSheet {
  points: PlatePoint[];
}

export const MOST_PLATE_POINTS = 10_000;

export const plateSheet: ObjectSchema<PlateSheet> = object({
  points: array(
    object({
      xMm: finite().min(-500).max(500).required(),
      yMm: finite().min(-500).max(500).required(),
      depthUm: finite().min(-5000).max(5000).required(),
    }).noUnknown(),
  )
    .max(MOST_PLATE_POINTS, 'at most ${max} places of a plate')
    .default([])
    .test(
      'grid',
      'one place is no grid: four at least',
      (points) => points.length === 0 || points.length >= 4,
    ),
}).noUnknown();
