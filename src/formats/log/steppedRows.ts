import { stepsOf } from '@/core/joining/steps';
import type { LogStep } from '@/core/joining/evening';
import { METER_STEP, WATCHED } from '@/core/joining/watched';
import { isMissing } from '@/core/missing';
import type { LogSample, LogSink, MeasuredColumn } from './logReader';

/** The rows of the channels that tell when something was set anew, each at its own rate, as they stand in the log. */
export class SteppedRows implements LogSink {
  private readonly rows = [...WATCHED, METER_STEP].map((watched) => ({
    ...watched,
    at: -1,
    timeS: [] as number[],
    values: [] as number[],
  }));

  columns(_: unknown, measured: MeasuredColumn[]): void {
    for (const row of this.rows) row.at = measured.findIndex(({ quantity }) => quantity === row.quantity);
  }

  sample({ timeS, values }: LogSample): void {
    if (isMissing(timeS)) return;
    for (const row of this.rows) {
      if (row.at < 0 || isMissing(values[row.at]!)) continue;
      row.timeS.push(timeS);
      row.values.push(values[row.at]!);
    }
  }

  /** Where they step, by the first row of each new level. */
  steps(): LogStep[] {
    return this.rows.flatMap(({ quantity, at, ...channel }) =>
      at < 0 ? [] : stepsOf(channel).map((atS) => ({ quantity, atS })),
    );
  }
}

/** Two sinks that take the same rows. */
export class BothSinks implements LogSink {
  constructor(private readonly sinks: readonly LogSink[]) {}

  columns(all: Parameters<NonNullable<LogSink['columns']>>[0], measured: MeasuredColumn[]): void {
    for (const sink of this.sinks) sink.columns?.(all, measured);
  }

  sample(row: LogSample): void {
    for (const sink of this.sinks) sink.sample(row);
  }
}
