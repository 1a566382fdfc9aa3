import type { Better } from '../curves/curveRule';
import { simultaneous95 } from '../uncertainty/simultaneous95';

/** An entry by two responses at once. */
export interface TradePoint {
  entry: string;
  x: number;
  y: number;
  /** Half-widths of their 95 % intervals. */
  x95: number;
  y95: number;
  /** Where x is a range and no interval: from where to where it is drawn. */
  xSpan?: [number, number] | null;
}

export interface TradeEntry extends TradePoint {
  /** Nothing is better by one and as good by the other. */
  onFront: boolean;
  /** Entries that beat it by both, beyond their intervals. */
  surelyBeatenBy: string[];
}

/**
 * Who gives up nothing: the front of two responses (Pareto), each with its better side. An entry off the front is
 * beaten by both; `surelyBeatenBy` names those that beat it by more than the simultaneous intervals of both differences.
 */
export function tradeOff(points: readonly TradePoint[], betterX: Better, betterY: Better): TradeEntry[] {
  const signX = betterX === 'lower' ? 1 : -1;
  const signY = betterY === 'lower' ? 1 : -1;
  const wider = simultaneous95(points.length);
  return points.map((point) => {
    const ahead = points.map((other) => ({
      other,
      x: signX * (point.x - other.x),
      y: signY * (point.y - other.y),
    }));
    const beaten = ahead.some(({ other, x, y }) => other !== point && x >= 0 && y >= 0 && (x > 0 || y > 0));
    const surely = ahead.filter(
      ({ other, x, y }) =>
        x > wider * Math.hypot(point.x95, other.x95) && y > wider * Math.hypot(point.y95, other.y95),
    );
    return { ...point, onFront: !beaten, surelyBeatenBy: surely.map(({ other }) => other.entry) };
  });
}
