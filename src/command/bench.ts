// The bench process: owns the rig, one at a time.
import { underStart } from './underStart';
import { BenchProcess } from '@/lab/bench/benchProcess';

async function main(): Promise<void> {
  const { DATABASE_URL, ABANICO_INSTRUMENTS, ABANICO_SPOOL, ABANICO_BENCH_HZ } = process.env;
  if (!DATABASE_URL || !ABANICO_INSTRUMENTS || !ABANICO_SPOOL)
    throw new Error('bench: DATABASE_URL, ABANICO_INSTRUMENTS and ABANICO_SPOOL must be set');
  const sampleHz = Number(ABANICO_BENCH_HZ ?? 1);
  if (!(sampleHz >= 0.1 && sampleHz <= 50))
    throw new Error(`bench: ABANICO_BENCH_HZ must be from 0.1 to 50, got "${ABANICO_BENCH_HZ}"`);
  const bench = new BenchProcess({
    databaseUrl: DATABASE_URL,
    instrumentsFile: ABANICO_INSTRUMENTS,
    spoolFile: ABANICO_SPOOL,
    sampleHz,
    log: (message) => process.stderr.write(`abanico: bench: ${message}\n`),
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => bench.stop());
  underStart(() => bench.stop());
  await bench.run();
}

void main();
