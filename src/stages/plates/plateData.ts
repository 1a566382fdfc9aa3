import type { PlatePoint } from '@/core/plate/flatness';
import type { KeptSheet } from '@/ui/form/useSheet';

/** An entry with what was measured of the plate of its sample. */
export interface PlateItem {
  entryId: number;
  entry: string;
  product: string;
  productId: number;
  sample: string;
  position: number;
  plate: KeptSheet<{ points: PlatePoint[] }>;
}
