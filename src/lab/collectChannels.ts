import { joinOnto, reachS } from '@/core/joining/joinOnto';
import { isMissing } from '@/core/missing';
import type { LogSample, LogSink, MeasuredColumn, RememberedColumn } from '@/formats/log/logReader';
import type { Quantity } from '@/core/channels/quantity';
import { readLog } from '@/formats/log/readLog';
import type { Channel } from '@/formats/bundle/traceTable';
import { fileBytes } from './uploads';

/** Headings of a bundle's traces for what raw logs hold. */
const HEADINGS: Record<Exclude<Quantity, 'time'>, string> = {
  cpu_temperature: 'cpu_c',
  ambient_temperature: 'ambient_c',
  power: 'power_w',
  fan_speed: 'fan_rpm',
  clock: 'clock_mhz',
  gpu_temperature: 'gpu_c',
  vrm_temperature: 'vrm_c',
  liquid_temperature: 'liquid_c',
  inlet_temperature: 'inlet_c',
  pump_speed: 'pump_rpm',
  noise_level: 'noise_db',
};

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

/**
 * The channels of each run, joined from all logs onto the clock of the one that has the die: of each quantity
 * the first log that has it counts. A channel that has no reading in a run is left out of it.
 */
export async function collectChannels(
  logs: readonly { fileId: number; offsetS: number }[],
  runs: readonly Span[],
  remembered: ReadonlyMap<string, readonly RememberedColumn[]>,
): Promise<Channel[][]> {
  const sinks: SpanSink[] = [];
  for (const { fileId, offsetS } of logs) {
    let sink = new SpanSink(runs, offsetS);
    await readLog(
      () => fileBytes(fileId),
      `log ${fileId}`,
      () => (sink = new SpanSink(runs, offsetS)),
      remembered,
    );
    sinks.push(sink);
  }
  return runs.map(({ fromS }, i) => {
    const withDie = sinks.find((sink) => sink.measured.some((of) => of.quantity === 'cpu_temperature'));
    const times = withDie?.spans[i]!.timeS ?? [];
    const channels: Channel[] = [
      { heading: 't_s', values: Float64Array.from(times, (at) => Number((at - fromS).toFixed(3))) },
    ];
    for (const [quantity, heading] of Object.entries(HEADINGS)) {
      for (const sink of sinks) {
        const column = sink.measured.findIndex((of) => of.quantity === quantity);
        if (column < 0) continue;
        const { timeS, values } = sink.spans[i]!;
        const joined =
          sink === withDie
            ? Float64Array.from(values[column]!)
            : joinOnto(times, timeS, values[column]!, reachS(timeS));
        if (joined.every(isMissing)) continue;
        channels.push({ heading, values: joined });
        break;
      }
    }
    return channels;
  });
}
