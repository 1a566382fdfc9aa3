import { parse } from 'csv-parse/sync';
import { reduceTrace } from '../../src/core/reduction/reduceTrace';
import { BOATHOUSE, BOATHOUSE_RIG } from '../../src/simulator/boathouse';
import { seededChance } from '../../src/core/statistics/chance';
import { simulateRun } from '../../src/simulator/simulateRun';
import type { Figure } from './figure';

const TRACES = 1000;
const SAMPLES = 1800;

/** 1,000 traces of 1,800 samples become numbers; baseline: the bare CSV parser reading the same traces. */
export function benchReduction(): Figure {
  const kinds = BOATHOUSE.map(({ cooler }, i) => {
    const run = {
      loadW: 170,
      rpm: 0.7 * cooler.maxRpm,
      durationS: SAMPLES,
      stepS: 1,
      mountFactor: 1,
      powerFactor: 1,
      labClockS: i * 400,
    };
    const { samples } = simulateRun(cooler, BOATHOUSE_RIG, run, seededChance(i));
    const csv = `t_s,cpu_c,ambient_c,power_w,fan_rpm,clock_mhz\n${samples.map((s) => Object.values(s).join(',')).join('\n')}\n`;
    const column = (pick: (s: (typeof samples)[number]) => number) => Float64Array.from(samples, pick);
    return {
      csv,
      trace: {
        timeS: column((s) => s.timeS),
        cpuC: column((s) => s.cpuC),
        ambientC: column((s) => s.ambientC),
        powerW: column((s) => s.powerW),
      },
    };
  });
  const time = (work: (i: number) => void) => {
    for (let i = 0; i < 40; i += 1) work(i);
    const start = performance.now();
    for (let i = 0; i < TRACES; i += 1) work(i);
    return performance.now() - start;
  };
  const reduce = time((i) =>
    reduceTrace(kinds[i % kinds.length]!.trace, { loadW: 170, program: false, limitC: 90, windowS: 300 }),
  );
  const bare = time((i) => parse(kinds[i % kinds.length]!.csv, {}));
  return {
    what: `reduction of ${TRACES} traces of ${SAMPLES} samples`,
    measured: `${(reduce / 1000).toFixed(2)} s, ${(reduce / bare).toFixed(2)} of the baseline`,
    baseline: `csv-parse reading the same traces, ${(bare / 1000).toFixed(2)} s`,
    budget: 'no more than reading them',
    held: reduce <= bare,
  };
}
