import { newId } from './newId';

/** What an answer says, as its handler writes it; where it failed, what the failure says. */
export interface Answer<Body = Record<string, unknown>> {
  ok: boolean;
  status: number;
  body: Partial<Body> & { message?: string };
  /** What to tell where it failed. */
  message: string;
}

const MOST_TRIES = 4;
const pauseS = (seconds: number) => new Promise((resolve) => setTimeout(resolve, seconds * 1000));

/** Asks, and again where it is told to come later, or where the connection broke: a request of one key counts once. */
async function patientFetch(url: string, init: RequestInit): Promise<Response> {
  let broken = 0;
  for (let tries = 1; ; tries += 1) {
    try {
      const response = await fetch(url, init);
      const laterS = Number(response.headers.get('retry-after') ?? '');
      if (response.status !== 503 || !(laterS > 0) || tries === MOST_TRIES) return response;
      await pauseS(laterS);
    } catch (error) {
      broken += 1;
      if (broken === 2) throw error;
      await pauseS(0.5);
    }
  }
}

/** Changes of which nobody knows whether they were saved, with the key they went out under: pressed again, they go under it again. */
const unanswered = new Map<string, { text: string; key: string }>();

/** The same change of the same thing goes under its key again; another change of it is the last, and a later one like the first is new. */
function keyOf(address: string, text: string): string {
  const sent = unanswered.get(address);
  const key = sent?.text === text ? sent.key : newId();
  unanswered.set(address, { text, key });
  return key;
}

/** Sends a change and gives the answer in words, also where nobody answers. */
export async function sendJson<Body = Record<string, unknown>>(
  url: string,
  method: 'POST' | 'PATCH' | 'DELETE',
  body: unknown,
): Promise<Answer<Body>> {
  const text = JSON.stringify(body);
  const address = `${method} ${url}`;
  try {
    const response = await patientFetch(url, {
      method,
      headers: { 'content-type': 'application/json', 'idempotency-key': keyOf(address, text) },
      body: text,
    });
    // Only a database that fell silent in the middle leaves it open.
    if (response.status !== 503) unanswered.delete(address);
    const answer = (await response.json().catch(() => ({}))) as Answer<Body>['body'];
    const message =
      typeof answer.message === 'string' ? answer.message : `The change was not saved (${response.status}).`;
    return { ok: response.ok, status: response.status, body: answer, message };
  } catch {
    return {
      ok: false,
      status: 0,
      body: {},
      message:
        'The application does not answer. What was typed is still here: save it again, it counts once.',
    };
  }
}

/** Why nothing came, in words whatever the failure: one without a message of its own is told by its status. */
export function whyNothing({ status, body, message }: Answer): string {
  if (typeof body.message === 'string') return body.message;
  return status === 0 ? message : `not read: the application answered ${status}`;
}
