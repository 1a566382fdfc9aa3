import { createHash, timingSafeEqual } from 'node:crypto';
import { readStatus } from '@/database/benchStatus';
import { insertPushed } from '@/database/pushedReadings';
import { inTransaction, withDatabase } from '@/database/pool';
import { isKnownChannel } from '@/formats/bundle/traceTable';

const MOST_LINE = 64 * 1024;
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
  ) {
    super(message);
  }
}

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Whether a token is the lab's; equally slow for every wrong one. */
export async function isPushToken(token: string): Promise<boolean> {
  const { pushToken } = await withDatabase(readStatus);
  return timingSafeEqual(digest(token), digest(pushToken));
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
    if (!isKnownChannel(name)) return `${name}: no column of a trace has this name`;
    if (value === null) continue;
    if (typeof value !== 'number' || !Number.isFinite(value)) return `${name}: a number was expected`;
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
  let lastS: number | null = null;
  const take = (text: string) => {
    line += 1;
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
    if (lines.length > MOST_LINES) throw new PushRefused(`more than ${MOST_LINES} lines at once`, 413);
  };
  for await (const chunk of body) {
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
  const rows = lines.map(({ tS, readings }) => ({
    agoS: tS === null || lastS === null ? 0 : lastS - tS,
    readings,
  }));
  return { kept: await inTransaction((db) => insertPushed(db, rows)), problems };
}
