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
  for (const heading of new Set(pushed.flatMap((of) => Object.keys(of.readings)))) {
    if (taken.has(heading)) continue;
    const mine = pushed.filter((of) => of.readings[heading] !== undefined);
    let at = -1;
    channels.push(
      column(heading, ({ atS }) => {
        while (mine[at + 1] && mine[at + 1]!.atS <= atS) at += 1;
        const last = mine[at];
        return last && atS - last.atS <= PUSHED_LASTS_S ? last.readings[heading]! : MISSING;
      }),
    );
  }
  return channels;
}
