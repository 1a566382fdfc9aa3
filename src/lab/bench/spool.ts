import {
  closeSync,
  existsSync,
  fstatSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';
import type { KeptSample } from '@/database/bench/bench';
import type { Unwritten } from './mountInHand';

const LINE_FEED = 10;

/** What was measured while PostgreSQL is away, on disk: a line for each write that could not be made. */
export class Spool {
  constructor(private readonly file: string) {}

  /** Adds a line, and waits until the disk has it. One that a kill has cut off before it takes nothing of it along. */
  append(unwritten: Unwritten): void {
    mkdirSync(dirname(this.file), { recursive: true });
    const file = openSync(this.file, 'a+', 0o600);
    try {
      writeAll(file, `${endsOpen(file) ? '\n' : ''}${JSON.stringify(unwritten)}\n`);
      fsyncSync(file);
    } finally {
      closeSync(file);
    }
  }

  /** What lies there, oldest first. A line that was cut off by a kill is left out. */
  read(): Unwritten[] {
    if (!existsSync(this.file)) return [];
    return readFileSync(this.file, 'utf8')
      .split('\n')
      .flatMap((line) => {
        try {
          const unwritten = JSON.parse(line) as Unwritten;
          // Of an earlier version there were no notes beside the runs.
          const notes = (unwritten as Partial<Unwritten>).notes ?? [];
          return [{ ...unwritten, notes, samples: unwritten.samples.map(withMissing) }];
        } catch {
          return [];
        }
      });
  }

  clear(): void {
    rmSync(this.file, { force: true });
  }
}

/** Whether the last line of a file was cut off. */
function endsOpen(file: number): boolean {
  const { size } = fstatSync(file);
  const last = new Uint8Array(1);
  return size > 0 && readSync(file, last, 0, 1, size - 1) === 1 && last[0] !== LINE_FEED;
}

/** A disk may take less than it is given. */
function writeAll(file: number, text: string): void {
  let bytes: Uint8Array = Buffer.from(text);
  while (bytes.length > 0) bytes = bytes.subarray(writeSync(file, bytes));
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
