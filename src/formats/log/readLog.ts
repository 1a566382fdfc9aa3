import { MOST } from '@/core/bounds';
import { isMissing } from '@/core/missing';
import { UnusableInput } from '../problem';
import { firstEncoding, notText, type LogEncoding } from './encoding';
import { LogReader, type LogSink, type RememberedColumn } from './logReader';

/** Opens the bytes of a log from the start; called again where the encoding turns out otherwise. */
export type OpenLog = () => AsyncIterable<Uint8Array>;

export interface LogUnderstood {
  encoding: LogEncoding;
  reader: LogReader;
}

class NotUtf8 extends Error {}

/** What is known of columns beyond their headings. */
export interface LogKnowledge {
  /** What reviewers have said of logs with the same headings, by `headingsKey`. */
  remembered?: ReadonlyMap<string, readonly RememberedColumn[]>;
  /** An import, which knows more places than `./abanico read` names, and several fans. */
  further?: boolean;
}

async function readAs(
  open: OpenLog,
  encoding: LogEncoding,
  file: string,
  sink: LogSink,
  { remembered, further }: LogKnowledge,
): Promise<LogReader> {
  const decoder = new TextDecoder(encoding, { fatal: encoding === 'utf-8' });
  const decode = (chunk?: Uint8Array) => {
    try {
      return decoder.decode(chunk, { stream: chunk !== undefined });
    } catch {
      throw new NotUtf8();
    }
  };
  const reader = new LogReader(sink, remembered, further);
  let rest = '';
  let first = true;
  let count = 0;
  let lineEnd: '\n' | '\r' = '\n';
  const take = (text: string) => {
    const lines = (rest + text).split(lineEnd);
    rest = lines.pop()!;
    for (const line of lines) reader.push(line.endsWith('\r') ? line.slice(0, -1) : line);
    count += lines.length;
    if (rest.length > MOST.line)
      throw new UnusableInput({
        file,
        line: count + 1,
        message: `a line of over ${MOST.line / 1e6} MB: no instrument log`,
      });
  };
  for await (const chunk of open()) {
    const text = decode(chunk);
    if (first && text.includes('\r') && !text.includes('\n')) lineEnd = '\r';
    first = false;
    take(text);
  }
  take(decode());
  if (rest !== '') reader.push(rest.endsWith('\r') ? rest.slice(0, -1) : rest);
  if (!reader.end()) {
    throw new UnusableInput({
      file,
      line: 1,
      message: 'no heading with readings below it: not an instrument log',
    });
  }
  if (reader.samples === 0) {
    const bad = reader.problems[0];
    const message = bad ? `no usable rows: ${bad.message}` : 'a heading, but no readings below it';
    throw new UnusableInput({ file, line: bad?.line, column: bad?.column, message });
  }
  return reader;
}

async function firstBytes(open: OpenLog): Promise<Uint8Array> {
  for await (const chunk of open()) if (chunk.length > 0) return chunk.subarray(0, 65_536);
  return new Uint8Array(0);
}

/**
 * Reads a raw instrument log of any dialect in FORMATS as a stream. `newSink` is called for each attempt:
 * a file that is no UTF-8 somewhere is read once more as windows-1252.
 *
 * @throws UnusableInput where it is empty, no text, or has no readings
 */
export async function readLog(
  open: OpenLog,
  file: string,
  newSink: () => LogSink,
  knowledge: LogKnowledge = {},
): Promise<LogUnderstood> {
  const head = await firstBytes(open);
  if (head.length === 0) throw new UnusableInput({ file, message: 'empty' });
  const other = notText(head);
  if (other) throw new UnusableInput({ file, message: `${other}, not a text log` });
  const encoding = firstEncoding(head);
  try {
    return { encoding, reader: await readAs(open, encoding, file, newSink(), knowledge) };
  } catch (error) {
    if (!(error instanceof NotUtf8)) throw error;
    return {
      encoding: 'windows-1252',
      reader: await readAs(open, 'windows-1252', file, newSink(), knowledge),
    };
  }
}

export function durationS(reader: LogReader): number | null {
  return isMissing(reader.firstTimeS) ? null : Number((reader.lastTimeS - reader.firstTimeS).toFixed(3));
}
