import type { EntryCurve } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';

/** The rise of each entry where the line stands, K, as far as its curve tells; null where there are no curves of rises. */
export function risesAt(curves: readonly EntryCurve[], at: number): ReadonlyMap<string, number> | null {
  if (curves.length === 0) return null;
  const rises = new Map<string, number>();
  for (const curve of curves) {
    const found = valueAtLine(curve, at);
    if (found.placed) rises.set(curve.entry, found.value);
  }
  return rises;
}
