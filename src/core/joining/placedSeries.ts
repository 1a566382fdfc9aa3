import type { Quantity } from '../channels/channels';

/** A channel of an evening on its one clock. */
export interface PlacedSeries {
  quantity: string;
  timeS: number[];
  values: number[];
}

/** The first channel of a quantity; undefined where none is logged. */
export function seriesOf(series: readonly PlacedSeries[], quantity: Quantity): PlacedSeries | undefined {
  return series.find((series) => series.quantity === quantity);
}

/** Mean of a channel from one time to another, the end left out; null where it has no reading there. */
export function meanWithin(series: PlacedSeries | undefined, fromS: number, toS: number): number | null {
  if (!series) return null;
  let sum = 0;
  let count = 0;
  series.timeS.forEach((at, i) => {
    if (at < fromS || at >= toS || Number.isNaN(series.values[i]!)) return;
    sum += series.values[i]!;
    count += 1;
  });
  return count > 0 ? sum / count : null;
}

/**
 * The span that runs can be cut from: that of the die.
 *
 * Example: A die logged from 0 to 7200 s: from 0 to 7200 s, however long the meter ran.
 */
export function eveningSpan(series: readonly PlacedSeries[]): { fromS: number; toS: number } | null {
  const die = seriesOf(series, 'cpu_temperature');
  if (!die || die.timeS.length < 2) return null;
  return { fromS: die.timeS[0]!, toS: die.timeS[die.timeS.length - 1]! + 1 };
}
