import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inferSchema, initParser } from 'udsv';
import { closePool } from '../../src/database/pool';
import { readFolder } from '../../src/formats/bundle/bundleFolder';
import { importBundle } from '../../src/lab/bring/importBundle';
import { BOATHOUSE, BOATHOUSE_RIG } from '../../src/simulator/boathouse';
import { seededChance } from '../../src/core/statistics/chance';
import { simulateRun } from '../../src/simulator/simulateRun';
import { freshDatabase } from '../support/database';
import type { Figure } from './figure';
import { program } from '../../src/lab/work/program';

const ENTRIES = 40;
const SETTINGS = 5;
const PASSES = 5;
const SAMPLES = 1800;

/** A bundle of 1,000 runs of 1,800 samples in a folder. */
function writeBundle(folder: string): void {
  mkdirSync(join(folder, 'traces'), { recursive: true });
  const method = { loadsW: [170], noiseLineDba: 33, windowS: 300, referenceAmbientC: 23 };
  const rig = { name: 'Bench', enclosure: 'open', meterDistanceCm: 60, limitC: 120 };
  const about = { name: 'large', title: 'A thousand runs', abanico: { formatVersion: 1, rig, method } };
  writeFileSync(join(folder, 'datapackage.json'), JSON.stringify(about));
  const entries = ['entry,product,maker,kind,fans,fan_count,price,currency,height_mm,is_control'];
  const runs = ['run,entry,mount,pass,load_w,setting,noise_db,floor_db,trace'];
  const chance = seededChance(11);
  for (let e = 0; e < ENTRIES; e += 1) {
    entries.push(`e${e},Product ${e},Maker,air-tower,1 × 120 mm,1,50,EUR,150,${e === 0}`);
    const { cooler } = BOATHOUSE[e % BOATHOUSE.length]!;
    for (let s = 0; s < SETTINGS; s += 1) {
      for (let pass = 1; pass <= PASSES; pass += 1) {
        const label = `e${e}s${s}p${pass}`;
        const { samples } = simulateRun(
          cooler,
          BOATHOUSE_RIG,
          {
            ...{ loadW: 170, rpm: (0.5 + 0.1 * s) * cooler.maxRpm, durationS: SAMPLES, stepS: 1 },
            ...{ mountFactor: 1, powerFactor: 1, labClockS: e * 400 },
          },
          chance,
        );
        const lines = samples.map((sample) => Object.values(sample).join(','));
        const head = 't_s,cpu_c,ambient_c,power_w,fan_rpm,clock_mhz';
        writeFileSync(join(folder, `traces/${label}.csv`), `${head}\n${lines.join('\n')}\n`);
        const noise = (27 + 3 * s + 0.2 * chance.normal()).toFixed(1);
        runs.push(`${label},e${e},1,${pass},170,${50 + 10 * s} %,${noise},20.0,traces/${label}.csv`);
      }
    }
  }
  writeFileSync(join(folder, 'entries.csv'), `${entries.join('\n')}\n`);
  writeFileSync(join(folder, 'runs.csv'), `${runs.join('\n')}\n`);
}

function seconds(work: () => void): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

/** From disk to ranking, and into the lab; baseline: a fast CSV parser reading the same logs into typed columns, and no more. */
export async function benchBundle(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'abanico-bench-'));
  const database = await freshDatabase();
  process.env.DATABASE_URL = database.url;
  try {
    writeBundle(folder);
    const bare = seconds(() => {
      for (const name of readdirSync(join(folder, 'traces'))) {
        const text = readFileSync(join(folder, 'traces', name), 'utf8');
        initParser(inferSchema(text)).typedCols(text);
      }
    });
    const rank = [...program('rank'), folder, '--json'];
    const ranked = seconds(() => execFileSync('node', rank, { stdio: ['ignore', 'pipe', 'ignore'] }));
    const files = await readFolder(folder);
    const start = performance.now();
    const result = await importBundle(files);
    if (!result.imported) throw new Error(JSON.stringify(result.problems[0]));
    const imported = (performance.now() - start) / 1000;
    const baseline = `udsv reading the same logs into typed columns, ${bare.toFixed(2)} s`;
    const figure = (what: string, took: number, most: number): Figure => ({
      what: `a bundle of 1,000 runs of ${SAMPLES} samples, ${what}`,
      measured: `${took.toFixed(1)} s, ${(took / bare).toFixed(1)} times the baseline`,
      baseline,
      budget: `${most} times`,
      held: took <= most * bare,
    });
    return [
      figure('from disk to ranking, the command as it is typed', ranked, 4),
      figure('into the lab, all in one transaction', imported, 10),
    ];
  } finally {
    await closePool();
    await database.drop();
    rmSync(folder, { recursive: true, force: true });
  }
}
