import type { BenchRun } from '@/core/bench/benchState';
import { MISSING } from '@/core/missing';
import type { KeptSample } from '@/database/bench';
import type { PushedReadings } from '@/database/pushedReadings';
import type { Channel } from '@/formats/bundle/traceTable';

/** A pushed reading stands for so long, s: after that it is missing, not held. */
const PUSHED_LASTS_S = 5;

/** The trace of a run from what the bench sampled and programs pushed, both ascending, in the bundle's columns. */
export function benchTrace(
  run: BenchRun,
  samples: readonly KeptSample[],
  pushed: readonly PushedReadings[],
): Channel[] {
  const column = (heading: string, of: (sample: KeptSample) => number): Channel => ({
    heading,
    values: Float64Array.from(samples, of),
  });
  const channels = [
    column('t_s', (of) => Number((of.atS - run.fromS).toFixed(3))),
    column('cpu_c', (of) => of.dieC),
    column('ambient_c', (of) => of.roomC),
    column('power_w', (of) => of.powerW),
    column('fan_rpm', (of) => of.fanRpm),
    column('noise_db', (of) => of.levelDb),
  ];
  const further = new Set(samples.flatMap((of) => Object.keys(of.more ?? {})));
  for (const heading of further) channels.push(column(heading, (of) => of.more?.[heading] ?? MISSING));
  const taken = new Set(channels.map((of) => of.heading));
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
