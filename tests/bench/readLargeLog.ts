import { createReadStream } from 'node:fs';
import { parse } from 'csv-parse';
import { LogMeans } from '../../src/formats/log/logMeans';
import { readLog } from '../../src/formats/log/readLog';

// In a process of its own, so that its peak memory is its own: readLargeLog.ts FILE ours|bare
const [, , file, which] = process.argv;

async function ours(): Promise<number> {
  const open = () => createReadStream(file!, { highWaterMark: 1 << 18 });
  const { reader } = await readLog(open, 'large.csv', () => new LogMeans());
  return reader.samples;
}

async function bare(): Promise<number> {
  let rows = 0;
  for await (const _ of createReadStream(file!, { highWaterMark: 1 << 18 }).pipe(parse({ delimiter: ';' })))
    rows += 1;
  return rows;
}

async function main(): Promise<void> {
  const start = performance.now();
  const rows = await (which === 'ours' ? ours() : bare());
  const peakMb = process.resourceUsage().maxRSS / 1024;
  console.log(JSON.stringify({ rows, seconds: (performance.now() - start) / 1000, peakMb }));
}

void main();
