import type { BenchRun } from '@/core/bench/benchState';
import { MISSING } from '@/core/missing';
import type { KeptSample } from '@/database/bench/bench';
import type { PushedReadings } from '@/database/bench/pushedReadings';
import type { Channel } from '@/formats/bundle/tables/traceTable';

/** A pushed reading stands for so long, s: after that it is missing, not held. */
const PUSHED_LASTS_S = 5;

/** The trace of a run from what the bench sampled and programs pushed, both ascending, in the bundle's columns. */
export function benchTrace(
  run: BenchRun,
  samples: readonly KeptSample[],
  pushed: readonly PushedReadings[],
): Channel[] {
  const column = (heading: string, other: (sample: KeptSample) => number): Channel => ({
    heading,
    values: Float64Array.from(samples, other),
  });
  const channels = [
    column('t_s', (sample) => Number((sample.atS - run.fromS).toFixed(3))),
    column('cpu_c', (sample) => sample.dieC),
    column('ambient_c', (sample) => sample.roomC),
    column('power_w', (sample) => sample.powerW),
    column('fan_rpm', (sample) => sample.fanRpm),
    column('noise_db', (sample) => sample.levelDb),
  ];
  const further = new Set(samples.flatMap((sample) => Object.keys(sample.more ?? {})));
  for (const heading of further)
    channels.push(column(heading, (sample) => sample.more?.[heading] ?? MISSING));
  const taken = new Set(channels.map((channel) => channel.heading));
  for (const [heading, values] of heldReadings(samples, pushed))
    if (!taken.has(heading)) channels.push({ heading, values });
  return channels;
}

/** Pushed readings on the clock of the samples, column by column, in one walk: the bench waits meanwhile. */
function heldReadings(
  samples: readonly KeptSample[],
  pushed: readonly PushedReadings[],
): Map<string, Float64Array> {
  const columns = new Map<string, Float64Array>();
  const last = new Map<string, { atS: number; value: number }>();
  let next = 0;
  samples.forEach(({ atS }, i) => {
    for (; next < pushed.length && pushed[next]!.atS <= atS; next += 1) {
      const { atS: pushedS, readings } = pushed[next]!;
      for (const heading in readings) last.set(heading, { atS: pushedS, value: readings[heading]! });
    }
    for (const [heading, { atS: readS, value }] of last) {
      if (atS - readS > PUSHED_LASTS_S) continue;
      let values = columns.get(heading);
      if (!values) columns.set(heading, (values = new Float64Array(samples.length).fill(MISSING)));
      values[i] = value;
    }
  });
  return columns;
}
