import { randomUUID } from 'node:crypto';
import { ValidationError, type Schema } from 'yup';
import { unfitJson } from '@/core/bounds';
import { isDatabaseAway, isDatabaseBusy, isUnsure } from '@/lab/databaseState';
import { Refused } from '@/lab/refusal';

const MOST_BYTES = 256 * 1024;

/** A body that cannot be taken, with the status that says why. */
class BadBody extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly field?: string,
  ) {
    super(message);
  }
}

async function limitedText(request: Request): Promise<string> {
  if (!request.body) return '';
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > MOST_BYTES) throw new BadBody('The request is too large.', 413);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}

async function readBody<T>(request: Request, schema: Schema<T>): Promise<T> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new BadBody('The request is not of the type application/json.', 415);
  let parsed: unknown;
  try {
    parsed = JSON.parse(await limitedText(request));
  } catch (error) {
    if (error instanceof BadBody) throw error;
    throw new BadBody('The request is no JSON.', 400);
  }
  const unfit = unfitJson(parsed);
  if (unfit) throw new BadBody(`The request cannot be taken: ${unfit}.`, 422);
  try {
    return await schema.validate(parsed, { stripUnknown: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new BadBody(error.message, 422, error.path?.replace(/^(changes|body)\./, ''));
  }
}

/** Runs a handler on a checked JSON body; whatever stands in the way is told in words. */
export async function withBody<T>(
  request: Request,
  schema: Schema<T>,
  handle: (body: T) => Promise<Response>,
): Promise<Response> {
  try {
    return await handle(await readBody(request, schema));
  } catch (error) {
    if (error instanceof BadBody) {
      return Response.json({ message: error.message, field: error.field }, { status: error.status });
    }
    return toldFailure(error);
  }
}

/**
 * A failure that has words: a refusal, the database away, the disk full. Anything else is a mistake of ours: it stands once
 * in the server's log, under a mark, and no more than the mark goes out.
 */
export function toldFailure(error: unknown): Response {
  if (error instanceof Refused)
    return Response.json({ message: error.message, field: error.field }, { status: 422 });
  if (isDatabaseBusy(error))
    return Response.json(
      { message: 'Many ask at once. Nothing was changed; try again in a moment.' },
      { status: 503, headers: { 'retry-after': '2' } },
    );
  if (isDatabaseAway(error)) {
    const message = isUnsure(error)
      ? 'The database fell silent while it saved: look whether it did once it is back, before you save again.'
      : 'The database does not answer. Nothing was changed; try again once it is back.';
    return Response.json({ message }, { status: 503 });
  }
  const { code } = error as { code?: string };
  if (code === '53100' || code === 'ENOSPC') {
    return Response.json(
      { message: 'The disk is full. Nothing was changed; make room and try again.' },
      { status: 507 },
    );
  }
  // Not found, as Next.js throws it for an id that is none.
  if ((error as { digest?: string }).digest?.startsWith('NEXT_')) throw error;
  const mark = randomUUID().slice(0, 8);
  process.stderr.write(`abanico: mistake ${mark}: ${error instanceof Error ? error.stack : String(error)}\n`);
  return Response.json(
    { message: `Something went wrong here. It stands in the server’s log as ${mark}.` },
    { status: 500 },
  );
}
