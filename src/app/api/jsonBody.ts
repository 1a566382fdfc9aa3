import { createHash, randomUUID } from 'node:crypto';
import { ValidationError, type Schema } from 'yup';
import { unfitJson } from '@/core/bounds';
import { isDatabaseAway, isDatabaseBusy, isUnsure } from '@/lab/roundUps/databaseState';
import { Refused } from '@/lab/refusal';
import { answerOnce, requestAtHand } from '@/lab/sentOnce';
import { limitedBody } from './requestBody';

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
  const tooLarge = () => new BadBody('The request is too large.', 413);
  return (await limitedBody(request, MOST_BYTES, tooLarge)).toString('utf8');
}

/** A request that carries a key is one with those of the same key, way, address and body; null where it carries none. */
function sentAs(request: Request, body: string | Uint8Array): string | null {
  const key = request.headers.get('idempotency-key');
  if (key === null) return null;
  if (!/^[\x21-\x7e]{1,200}$/.test(key))
    throw new BadBody('The Idempotency-Key is no text of 1 to 200 signs without spaces.', 400);
  const { pathname, search } = new URL(request.url);
  const parts = [key, request.method, pathname + search];
  return createHash('sha256').update(JSON.stringify(parts)).update(body).digest('hex');
}

async function readBody<T>(request: Request, schema: Schema<T>): Promise<{ body: T; sent: string | null }> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new BadBody('The request is not of the type application/json.', 415);
  const text = await limitedText(request);
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    throw new BadBody('The request is no JSON.', 400);
  }
  const unfit = unfitJson(parsed);
  if (unfit) throw new BadBody(`The request cannot be taken: ${unfit}.`, 422);
  try {
    return { body: await schema.validate(parsed, { stripUnknown: false }), sent: sentAs(request, text) };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new BadBody(error.message, 422, error.path?.replace(/^(changes|body)\./, ''));
  }
}

const withFailures = async (work: () => Promise<Response>): Promise<Response> => {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof BadBody)) return toldFailure(error);
    return Response.json({ message: error.message, field: error.field }, { status: error.status });
  }
};

const onceIfKeyed = (sent: string | null, handle: () => Promise<Response>): Promise<Response> => {
  const work = () => handle().catch(toldFailure);
  return sent === null ? work() : answerOnce(sent, work);
};

/**
 * Runs a handler on a checked JSON body. Failures are answered in words. A request that is repeated with the same `Idempotency-Key` is
 * applied once and gets the same answer.
 */
export function withBody<T>(
  request: Request,
  schema: Schema<T>,
  handle: (body: T) => Promise<Response>,
): Promise<Response> {
  return withFailures(async () => {
    const { body, sent } = await readBody(request, schema);
    return onceIfKeyed(sent, () => handle(body));
  });
}

/** The same for a write without a JSON body, such as a DELETE. @param bytes the body, if it was read */
export function withoutBody(
  request: Request,
  handle: () => Promise<Response>,
  bytes: Uint8Array = new Uint8Array(),
): Promise<Response> {
  return withFailures(async () => onceIfKeyed(sentAs(request, bytes), handle));
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
    const again =
      requestAtHand() === null
        ? 'look whether it did once it is back, before you save again'
        : 'save again once it is back, it counts once';
    const message = isUnsure(error)
      ? `The database stopped during the save: ${again}.`
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
    { message: `Something went wrong here. The server’s log has it as ${mark}.` },
    { status: 500 },
  );
}
