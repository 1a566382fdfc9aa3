import { execFileSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Figure } from './figure';

interface Reading {
  rows: number;
  seconds: number;
  peakMb: number;
}

function writeLog(file: string, megabytes: number): void {
  const out = openSync(file, 'w');
  writeSync(out, 'Elapsed;CPU (°C);T_amb (°C);P_cpu (W);Fan1 (rpm);Fan2 (rpm);Clock (MHz);LAeq (dB(A))\n');
  let written = 0;
  for (let t = 0; written < megabytes * 2 ** 20;) {
    const lines: string[] = [];
    for (let i = 0; i < 5000; i += 1, t += 1) {
      const clock = `${Math.floor(t / 3600)}:${String(Math.floor(t / 60) % 60).padStart(2, '0')}:${String(t % 60).padStart(2, '0')}`;
      lines.push(
        `${clock};${60 + (t % 17) / 10};21,${t % 10}${t % 7};170,${t % 10};1${t % 900};1${t % 880};42${t % 100};3${t % 10},${t % 10}`.replace(
          /;(\d+)\.(\d)/,
          ';$1,$2',
        ),
      );
    }
    written += writeSync(out, `${lines.join('\n')}\n`);
  }
  closeSync(out);
}

/** A raw log of that size read as a stream; baseline: the bare CSV parser over the same file. */
export function benchLargeLog(megabytes: number): Figure {
  const folder = mkdtempSync(join(tmpdir(), 'abanico-bench-'));
  const file = join(folder, 'large.csv');
  try {
    writeLog(file, megabytes);
    const run = (which: string) =>
      JSON.parse(
        execFileSync(
          'node',
          ['--no-warnings', '--import', 'tsx', 'tests/bench/readLargeLog.ts', file, which],
          { encoding: 'utf8' },
        ),
      ) as Reading;
    const bare = run('bare');
    const ours = run('ours');
    if (ours.rows !== bare.rows - 1) throw new Error(`${ours.rows} rows read of ${bare.rows - 1}`);
    const ratio = ours.seconds / bare.seconds;
    return {
      what: `a ${megabytes} MB log as a stream`,
      measured: `${ours.seconds.toFixed(1)} s, ${ratio.toFixed(2)} of the baseline; peak ${ours.peakMb.toFixed(0)} MB`,
      baseline: `csv-parse, ${bare.seconds.toFixed(1)} s, peak ${bare.peakMb.toFixed(0)} MB`,
      budget: 'ratio 2, 300 MB',
      held: ratio <= 2 && ours.peakMb <= 300,
    };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
