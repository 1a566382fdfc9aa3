import { outOfBounds } from '@/core/bounds';
import { RateLimit } from '@/core/rateLimit';
import { insertPushed } from '@/database/bench/pushedReadings';
import { inTransaction } from '@/database/pool';
import { boundOfColumn } from '@/core/channels/channels';

const MOST_LINE = 64 * 1024;
const MOST_BYTES = 16 * 2 ** 20;
const MOST_LINES = 20_000;
/** A program's clock that jumps ahead by more has been set, s. */
const MOST_AHEAD_S = 3600;

export interface PushProblem {
  line: number;
  message: string;
}

export class PushRefused extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** When it may be tried again, s. */
    readonly waitS?: number,
  ) {
    super(message);
  }
}

/** Of all programs together: ten lines a second for as long as one likes, and what gathered while a line was down. */
const LINES_PER_S = 10;
const REQUESTS = { burst: 60, perS: 10 };

// Next.js may load this module more than once in a process; the limits must be one all the same.
const shared = globalThis as { abanicoPushed?: { lines: RateLimit; requests: RateLimit } };

function limits() {
  const nowMs = performance.now();
  shared.abanicoPushed ??= {
    lines: new RateLimit(MOST_LINES, LINES_PER_S, nowMs),
    requests: new RateLimit(REQUESTS.burst, REQUESTS.perS, nowMs),
  };
  return shared.abanicoPushed;
}

/** Counts a request, whatever its token: guessing has a pace, too. @throws PushRefused */
export function countRequest(): void {
  const waitS = limits().requests.draw(1, performance.now());
  if (waitS > 0) throw new PushRefused('too many requests: send several lines in one', 429, waitS);
}

interface PushedLine {
  tS: number | null;
  readings: Record<string, number>;
}

/** One line as an object of readings by trace column; `t_s` is the program's own clock. */
function readLine(text: string): PushedLine | string {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return 'no JSON';
  }
  if (typeof parsed !== 'object' || parsed === null || Array.isArray(parsed)) return 'an object was expected';
  const { t_s: tS = null, ...rest } = parsed as Record<string, unknown>;
  if (tS !== null && (typeof tS !== 'number' || !Number.isFinite(tS))) return 't_s: seconds were expected';
  const readings: Record<string, number> = {};
  for (const [name, value] of Object.entries(rest)) {
    const bound = boundOfColumn(name);
    if (!bound) return `${name}: no column of a trace has this name`;
    if (value === null) continue;
    if (typeof value !== 'number' || !Number.isFinite(value)) return `${name}: a number was expected`;
    const outside = outOfBounds(bound, value);
    if (outside) return `${name}: ${outside}, got ${value}`;
    readings[name] = value;
  }
  return Object.keys(readings).length > 0 ? { tS, readings } : 'no readings in it';
}

/**
 * Reads newline-ended JSON as it streams in and keeps the readings for the mount that is on the rig. Lines that cannot
 * be used are told by their number; a line that has no end is refused with the whole. @throws PushRefused
 */
export async function takePushed(
  body: AsyncIterable<Uint8Array>,
): Promise<{ kept: number; problems: PushProblem[] }> {
  const decoder = new TextDecoder();
  const lines: PushedLine[] = [];
  const problems: PushProblem[] = [];
  let waiting = '';
  let line = 0;
  let bytes = 0;
  let lastS: number | null = null;
  const take = (text: string) => {
    line += 1;
    if (line > MOST_LINES) throw new PushRefused(`more than ${MOST_LINES} lines at once`, 413);
    if (text.trim() === '') return;
    const read = readLine(text);
    const problem = (message: string) => {
      if (problems.length < 100) problems.push({ line, message });
    };
    if (typeof read === 'string') return problem(read);
    if (read.tS !== null && lastS !== null && read.tS < lastS)
      return problem(`t_s steps back from ${lastS} to ${read.tS}: left out`);
    if (read.tS !== null && lastS !== null && read.tS > lastS + MOST_AHEAD_S)
      return problem(`t_s jumps ahead from ${lastS} to ${read.tS}: left out`);
    lastS = read.tS ?? lastS;
    lines.push(read);
  };
  for await (const chunk of body) {
    bytes += chunk.length;
    if (bytes > MOST_BYTES) throw new PushRefused(`more than ${MOST_BYTES / 2 ** 20} MB at once`, 413);
    waiting += decoder.decode(chunk, { stream: true });
    let end: number;
    while ((end = waiting.indexOf('\n')) >= 0) {
      take(waiting.slice(0, end));
      waiting = waiting.slice(end + 1);
    }
    if (waiting.length > MOST_LINE)
      throw new PushRefused(`line ${line + 1} is longer than 64 kB: end each line of readings`, 413);
  }
  if (waiting !== '') take(waiting);
  if (lines.length === 0) return { kept: 0, problems };
  const waitS = limits().lines.draw(lines.length, performance.now());
  if (waitS > 0)
    throw new PushRefused(`more than ${LINES_PER_S} lines a second: none of these was kept`, 429, waitS);
  const rows = lines.map(({ tS, readings }) => ({
    agoS: tS === null || lastS === null ? 0 : lastS - tS,
    readings,
  }));
  return { kept: await inTransaction((db) => insertPushed(db, rows)), problems };
}
