import { isMissing } from '@/core/missing';
import type { LogSink, MeasuredColumn } from './logReader';

/** Gathers the mean of each quantity of a log: levels by energy, the others arithmetically. */
export class LogMeans implements LogSink {
  private measured: MeasuredColumn[] = [];
  private sums: number[] = [];
  private counts: number[] = [];

  columns(_: unknown, measured: MeasuredColumn[]): void {
    this.measured = measured;
    this.sums = measured.map(() => 0);
    this.counts = measured.map(() => 0);
  }

  sample({ values }: { values: Float64Array }): void {
    for (let i = 0; i < this.measured.length; i += 1) {
      const value = values[i]!;
      if (isMissing(value)) continue;
      this.sums[i]! += this.measured[i]!.quantity === 'noise_level' ? 10 ** (value / 10) : value;
      this.counts[i]! += 1;
    }
  }

  means(): Record<string, number> {
    const means: Record<string, number> = {};
    this.measured.forEach(({ quantity }, i) => {
      if (this.counts[i] === 0) return;
      const mean = this.sums[i]! / this.counts[i]!;
      means[quantity] = quantity === 'noise_level' ? 10 * Math.log10(mean) : mean;
    });
    return means;
  }
}
