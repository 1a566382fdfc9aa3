import type { Cooler } from '@/simulator/cooler';
import type { Chance } from '@/core/statistics/chance';
import { simulateRun, type SimulatedRig, type SimulatedSample } from '@/simulator/simulateRun';

/** A run of a simulated bundle, as `runs.csv` has it. */
export interface RunRow {
  run: string;
  entry: string;
  mount: number;
  pass: number;
  load_w: number;
  gpu_load_w?: number;
  setting: string;
  noise_db: number;
  floor_db: number;
  trace: string;
  duty_pct: number;
  rpm: number;
  started_at: string;
  set_aside: string;
  note: string;
}

export interface Evening {
  rig: SimulatedRig;
  chance: Chance;
  /** First evening, UTC, ms; `clockS` goes on from there. */
  start: number;
  clockS: number;
  runs: RunRow[];
  files: Map<string, string>;
}

export interface Sweep {
  entry: string;
  mount: number;
  cooler: Cooler;
  loadsW: readonly number[];
  settings: readonly { label: string; dutyPct: number }[];
  soakS: number;
  /** Contact resistance of this mount against the cooler's own. */
  mountFactor: number;
  setAside: string;
  /** A run stopped early, s; null where all are soaked. */
  cutShort?: (loadW: number, dutyPct: number) => number | null;
}

function traceCsv(samples: readonly SimulatedSample[]): string {
  const rows = samples.map(
    (s) =>
      `${s.timeS},${s.cpuC.toFixed(1)},${s.ambientC.toFixed(2)},${s.powerW.toFixed(1)},${s.fanRpm},${s.clockMhz}`,
  );
  return `t_s,cpu_c,ambient_c,power_w,fan_rpm,clock_mhz\n${rows.join('\n')}\n`;
}

/** Measures a mount from fastest to slowest at each load, and puts runs and logs with the evening's. */
export function sweepRuns(evening: Evening, sweep: Sweep): void {
  const { rig, chance, runs, files } = evening;
  for (const loadW of sweep.loadsW) {
    for (const { label, dutyPct } of sweep.settings) {
      const rpm = (sweep.cooler.maxRpm * dutyPct) / 100;
      const durationS = sweep.cutShort?.(loadW, dutyPct) ?? sweep.soakS;
      const powerFactor = 1 + 0.006 * chance.normal();
      const result = simulateRun(
        sweep.cooler,
        rig,
        {
          loadW,
          rpm,
          durationS,
          stepS: 3,
          mountFactor: sweep.mountFactor,
          powerFactor,
          labClockS: evening.clockS,
        },
        chance,
      );
      const run = String(runs.length + 1).padStart(3, '0');
      const trace = `traces/${run}.csv`;
      files.set(trace, traceCsv(result.samples));
      runs.push({
        run,
        entry: sweep.entry,
        mount: sweep.mount,
        pass: 1,
        load_w: loadW,
        setting: label,
        noise_db: result.noiseDb,
        floor_db: result.floorDb,
        trace,
        duty_pct: dutyPct,
        rpm: Math.round(rpm),
        started_at: new Date(evening.start + evening.clockS * 1000).toISOString(),
        set_aside: sweep.setAside,
        note: '',
      });
      evening.clockS += durationS + 60;
    }
  }
  evening.clockS += 1500;
}
