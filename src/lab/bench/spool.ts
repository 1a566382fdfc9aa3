import { appendFileSync, existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import type { KeptSample } from '@/database/bench';
import type { Unwritten } from './mountInHand';

/** What was measured while PostgreSQL is away, on disk: a line for each write that could not be made. */
export class Spool {
  constructor(private readonly file: string) {}

  append(unwritten: Unwritten): void {
    mkdirSync(dirname(this.file), { recursive: true });
    appendFileSync(this.file, `${JSON.stringify(unwritten)}\n`);
  }

  /** What lies there, oldest first. A last line that was cut off by a kill is left out. */
  read(): Unwritten[] {
    if (!existsSync(this.file)) return [];
    return readFileSync(this.file, 'utf8')
      .split('\n')
      .flatMap((line) => {
        try {
          const unwritten = JSON.parse(line) as Unwritten;
          return [{ ...unwritten, samples: unwritten.samples.map(withMissing) }];
        } catch {
          return [];
        }
      });
  }

  clear(): void {
    rmSync(this.file, { force: true });
  }
}

/** JSON knows no NaN and writes null. */
function withMissing(sample: KeptSample): KeptSample {
  const there = (value: number | null) => value ?? Number.NaN;
  return {
    ...sample,
    dieC: there(sample.dieC),
    roomC: there(sample.roomC),
    powerW: there(sample.powerW),
    fanRpm: there(sample.fanRpm),
    levelDb: there(sample.levelDb),
  };
}
