import { noProgress, type Tell } from '@/core/progress';
import { chained } from '@/core/joining/chained';
import { joinOnto, reachS } from '@/core/joining/joinOnto';
import { isMissing } from '@/core/missing';
import type { LogSample, LogSink, MeasuredColumn, RememberedColumn } from '@/formats/log/logReader';
import { CHANNELS, type Quantity } from '@/core/channels/channels';
import { readLog, type OpenLog } from '@/formats/log/readLog';
import type { Channel } from '@/formats/bundle/tables/traceTable';

/** What raw logs hold beside their time. */
const LOGGED = CHANNELS.flatMap((channel) =>
  channel.quantity === null || channel.kin === 'time' ? [] : [channel],
);

/** What a run can stand on, and whose clock is then the run's: the first that any log has. */
const STANDS_ON = LOGGED.filter((channel) => channel.heading === 'cpu_c' || 'standsAlone' in channel);

export interface Span {
  fromS: number;
  toS: number;
}

interface Gathered {
  timeS: number[];
  values: number[][];
}

/** Keeps, of a log of any length, only the rows that lie in a run. */
class SpanSink implements LogSink {
  measured: MeasuredColumn[] = [];
  readonly spans: Gathered[];

  constructor(
    private readonly wanted: readonly Span[],
    private readonly offsetS: number,
  ) {
    this.spans = wanted.map(() => ({ timeS: [], values: [] }));
  }

  columns(_: unknown, measured: MeasuredColumn[]): void {
    this.measured = measured;
    for (const span of this.spans) span.values = measured.map(() => []);
  }

  sample({ timeS, values }: LogSample): void {
    if (isMissing(timeS)) return;
    const at = timeS + this.offsetS;
    this.wanted.forEach(({ fromS, toS }, i) => {
      if (at < fromS || at >= toS) return;
      this.spans[i]!.timeS.push(at);
      values.forEach((value, c) => this.spans[i]!.values[c]!.push(value));
    });
  }
}

export interface Collected {
  /** The channels of each run. */
  channels: Channel[][];
  /** Which logs gave a reading to any run, in the order of the logs. */
  used: boolean[];
}

/**
 * The channels of each run, joined from all logs onto the clock of those that have the die, or
 * without one the first other sensor. Logs of one kind are
 * chained by time; where two cover the same time the first counts. A channel that has no reading in a run is left out.
 */
export async function collectChannels(
  logs: readonly { open: OpenLog; offsetS: number; path: string }[],
  runs: readonly Span[],
  remembered: ReadonlyMap<string, readonly RememberedColumn[]>,
  tell: Tell = noProgress,
): Promise<Collected> {
  const sinks: SpanSink[] = [];
  for (const [i, { open, offsetS, path }] of logs.entries()) {
    tell('Reading the logs', i / logs.length);
    let sink = new SpanSink(runs, offsetS);
    await readLog(open, path, () => (sink = new SpanSink(runs, offsetS)), { remembered, further: true });
    sinks.push(sink);
  }
  const used = logs.map(() => false);
  /** What the logs have of a quantity in a run, as one. */
  const joined = (quantity: Quantity, run: number) => {
    const parts = sinks.flatMap((sink, log) => {
      const column = sink.measured.findIndex((column) => column.quantity === quantity);
      if (column < 0) return [];
      const { timeS, values } = sink.spans[run]!;
      return [{ log, timeS, values: values[column]! }];
    });
    const chain = chained(parts);
    parts.forEach(({ log }, i) => {
      if (chain.used[i] && !parts[i]!.values.every(isMissing)) used[log] = true;
    });
    return chain;
  };
  const channels = runs.map(({ fromS }, run) => {
    const clocks = STANDS_ON.map(({ quantity }) => ({ quantity, ...joined(quantity, run) }));
    const main = clocks.find(({ values }) => !values.every(isMissing)) ?? clocks[0]!;
    const made: Channel[] = [
      { heading: 't_s', values: Float64Array.from(main.timeS, (at) => Number((at - fromS).toFixed(3))) },
    ];
    for (const { quantity, heading } of LOGGED) {
      const { timeS, values } = quantity === main.quantity ? main : joined(quantity, run);
      const onClock =
        quantity === main.quantity
          ? Float64Array.from(values)
          : joinOnto(main.timeS, timeS, values, reachS(timeS));
      if (!onClock.every(isMissing)) made.push({ heading, values: onClock });
    }
    return made;
  });
  return { channels, used };
}
