const APART_PX = 17;

/**
 * Heights for labels at the ends of curves, so that none covers another: from the top down each is pushed
 * below the one before, then from the bottom up back inside.
 */
export function placeLabels<T extends { y: number }>(
  labels: readonly T[],
  top: number,
  bottom: number,
): (T & { labelY: number })[] {
  const placed = [...labels].sort((a, b) => a.y - b.y).map((label) => ({ ...label, labelY: label.y }));
  for (let i = 0; i < placed.length; i += 1) {
    const above = i > 0 ? placed[i - 1]!.labelY + APART_PX : top;
    placed[i]!.labelY = Math.max(placed[i]!.labelY, above);
  }
  for (let i = placed.length - 1; i >= 0; i -= 1) {
    const below = i + 1 < placed.length ? placed[i + 1]!.labelY - APART_PX : bottom;
    placed[i]!.labelY = Math.min(placed[i]!.labelY, below);
  }
  return placed;
}
