// The simulated rig, as a process of its own: the bench process may end, and the rig goes on.
import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { underStart } from './underStart';
import { startInstruments } from '@/simulator/instruments';

async function main(): Promise<void> {
  const file = process.env.ABANICO_INSTRUMENTS;
  if (!file) throw new Error('rig: ABANICO_INSTRUMENTS is not set');
  const speed = Number(process.env.ABANICO_BENCH_SPEED ?? '1');
  const { addresses, close } = await startInstruments({ seed: 7, speed });
  mkdirSync(dirname(file), { recursive: true });
  // Whoever reads the file sees all of it or none.
  writeFileSync(`${file}.new`, `${JSON.stringify(addresses, null, 2)}\n`);
  renameSync(`${file}.new`, file);
  const end = () => void close().then(() => process.exit(0));
  underStart(end);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, end);
}

void main();
