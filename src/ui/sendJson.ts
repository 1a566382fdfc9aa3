export interface Answer {
  ok: boolean;
  status: number;
  body: Record<string, unknown>;
  /** What to tell where it failed. */
  message: string;
}

const MOST_TRIES = 4;

/** Asks, and again where it is told to come later: then nothing was done yet. */
async function patientFetch(url: string, init: RequestInit): Promise<Response> {
  for (let tries = 1; ; tries += 1) {
    const response = await fetch(url, init);
    const laterS = Number(response.headers.get('retry-after') ?? '');
    if (response.status !== 503 || !(laterS > 0) || tries === MOST_TRIES) return response;
    await new Promise((resolve) => setTimeout(resolve, laterS * 1000));
  }
}

/** Sends a change and gives the answer in words, also where nobody answers. */
export async function sendJson(
  url: string,
  method: 'POST' | 'PATCH' | 'DELETE',
  body: unknown,
): Promise<Answer> {
  try {
    const response = await patientFetch(url, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
    const message =
      typeof answer.message === 'string' ? answer.message : `The change was not saved (${response.status}).`;
    return { ok: response.ok, status: response.status, body: answer, message };
  } catch {
    return {
      ok: false,
      status: 0,
      body: {},
      message: 'The application does not answer. Nothing was saved; what was typed is still here.',
    };
  }
}

/** Why nothing came, in words whatever the failure: one without a message of its own is told by its status. */
export function whyNothing({ status, body, message }: Answer): string {
  if (typeof body.message === 'string') return body.message;
  return status === 0 ? message : `not read: the application answered ${status}`;
}
