import { BOUNDS } from '../bounds';
import { hasPlate, type Product } from './product';
import type { Entry } from './entry';

/** No memory stands higher than this: what is free above the memory leaves room for any, mm. */
export const ANY_MEMORY_MM = 500;

/** Sizes of a product with the fans that it was tested with, mm; null where they are not known. */
export interface ConfiguredSize {
  heightMm: number | null;
  memoryClearanceMm: number | null;
  /** The thickest of its fans. */
  fanThicknessMm: number | null;
  radiatorMm: number | null;
  /** Radiator and fans on it, from face to face. */
  radiatorDepthMm: number | null;
  /** A loop fits by its radiator: the block on the processor stands under every cooler, and under any memory. */
  isLoop: boolean;
  /** A case stands over no board: its own height is no cooler's. */
  isCase: boolean;
}

/**
 * How much room an entry needs as configured. A maker's height and room for memory mean its own fan in its usual place, its top level
 * with the fins: a fan clipped higher by so many millimetres makes the whole as much higher, and leaves as much more for memory
 * below; one thinner than the way from the fins to the memory does not stand over it at all.
 *
 * @example configuredSize({ kind: 'air-tower', heightMm: 158, memoryClearanceMm: 33, finsToMemoryMm: null, fanThicknessMm: 25,
 * radiatorMm: null, radiatorThicknessMm: null }, { fans: [{ raisedMm: 8, thicknessMm: null, direction: 'push' }] }) → { heightMm: 166,
 * memoryClearanceMm: 41, fanThicknessMm: 25, radiatorMm: null, radiatorDepthMm: null, isLoop: false, isCase: false }
 */
export function configuredSize(
  product: Pick<
    Product,
    | 'kind'
    | 'heightMm'
    | 'memoryClearanceMm'
    | 'finsToMemoryMm'
    | 'fanThicknessMm'
    | 'radiatorMm'
    | 'radiatorThicknessMm'
  >,
  entry: Pick<Entry, 'fans'>,
): ConfiguredSize {
  const raised = entry.fans.map(({ raisedMm }) => raisedMm ?? 0);
  const raisedMm = hasPlate(product.kind) ? Math.max(0, ...raised) : 0;
  const thick = entry.fans.map(({ thicknessMm }) => thicknessMm ?? product.fanThicknessMm);
  const fanThicknessMm = thick.includes(null)
    ? null
    : Math.max(0, ...(thick as number[])) || product.fanThicknessMm;
  const clearsMemory =
    product.finsToMemoryMm !== null && fanThicknessMm !== null && fanThicknessMm <= product.finsToMemoryMm;
  // The lowest fan is what stands over the memory.
  const lowestMm = raised.length > 0 && hasPlate(product.kind) ? Math.min(...raised) : 0;
  const room = product.memoryClearanceMm;
  // Fans that push and fans that pull stand on both faces.
  const faces = new Set(entry.fans.map(({ direction }) => direction).filter(Boolean)).size > 1 ? 2 : 1;
  const { radiatorThicknessMm } = product;
  return {
    heightMm: product.heightMm === null ? null : Math.min(BOUNDS.heightMm.max, product.heightMm + raisedMm),
    memoryClearanceMm: clearsMemory ? ANY_MEMORY_MM : room === null ? null : room + lowestMm,
    fanThicknessMm,
    radiatorMm: product.radiatorMm,
    radiatorDepthMm:
      radiatorThicknessMm === null || fanThicknessMm === null
        ? null
        : radiatorThicknessMm + faces * fanThicknessMm,
    isLoop: product.kind === 'liquid',
    isCase: product.kind === 'case-layout',
  };
}
