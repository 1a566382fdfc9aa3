import { isMissing } from '@/core/missing';
import type { LogSample, LogSink, MeasuredColumn } from './logReader';

/** Means over spans of rows; when there are too many, neighbours are merged, so that memory stays flat. */
export class ThinnedSeries implements LogSink {
  measured: MeasuredColumn[] = [];
  private times: number[] = [];
  private sums: number[][] = [];
  private counts: number[][] = [];
  private rowsPerBin = 1;
  private rowsInLast = 0;
  private row = 0;

  constructor(private readonly mostBins = 3000) {}

  columns(_: unknown, measured: MeasuredColumn[]): void {
    this.measured = measured;
    this.sums = measured.map(() => []);
    this.counts = measured.map(() => []);
  }

  sample({ timeS, values }: LogSample): void {
    // A log without a clock is shown by its rows.
    const time = isMissing(timeS) ? (this.times[this.times.length - 1] ?? this.row) : timeS;
    this.row += 1;
    if (this.rowsInLast === 0) {
      this.times.push(time);
      for (const sums of this.sums) sums.push(0);
      for (const counts of this.counts) counts.push(0);
    }
    const last = this.times.length - 1;
    for (let i = 0; i < values.length; i += 1) {
      if (isMissing(values[i]!)) continue;
      this.sums[i]![last]! += values[i]!;
      this.counts[i]![last]! += 1;
    }
    this.rowsInLast = (this.rowsInLast + 1) % this.rowsPerBin;
    if (this.times.length > 2 * this.mostBins) this.merge();
  }

  private merge(): void {
    const half = (values: number[]) =>
      Array.from(
        { length: Math.ceil(values.length / 2) },
        (_, i) => values[2 * i]! + (values[2 * i + 1] ?? 0),
      );
    this.times = this.times.filter((_, i) => i % 2 === 0);
    this.sums = this.sums.map(half);
    this.counts = this.counts.map(half);
    this.rowsPerBin *= 2;
  }

  /** Times, and for each measured column its means, null where a span holds no reading. */
  series(): { timeS: number[]; values: { quantity: string; values: (number | null)[] }[] } {
    return {
      timeS: this.times,
      values: this.measured.map(({ quantity }, i) => ({
        quantity,
        values: this.times.map((_, k) =>
          this.counts[i]![k]! > 0 ? Number((this.sums[i]![k]! / this.counts[i]![k]!).toFixed(3)) : null,
        ),
      })),
    };
  }
}
