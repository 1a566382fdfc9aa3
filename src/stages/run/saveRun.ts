import type { Trouble } from '@/ui/form/troubleNote';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

export type SaveOutcome =
  { saved: true; version: number } | { saved: false; trouble: Trouble; version: number; message: string };

interface LastChange {
  who: string;
  what: string;
  was: string;
  isNow: string;
}

/** What the server says of a change that it did not save. */
export interface RunRefusal {
  last: LastChange | null;
  asked: string[];
  field: string;
}

/** Why a change of a run was not saved, from the server's answer. */
export function troubleOf(answer: { status: number; message: string; body: Partial<RunRefusal> }): Trouble {
  if (answer.status === 409) {
    const last = answer.body.last ?? null;
    const theirs = last ? `${last.what} from “${last.was}” to “${last.isNow}”` : '';
    return { kind: 'conflict', who: last?.who ?? '', theirs };
  }
  const { asked } = answer.body;
  if (asked) return { kind: 'asked', asked };
  if (answer.status === 404) return { kind: 'failed', message: 'This run is not there any more.' };
  const again = answer.status === 0 || answer.status >= 500;
  return {
    kind: 'failed',
    message: answer.message,
    field: answer.body.field,
    again,
  };
}

/** Saves changes to a run that was seen at `version`; `confirmed` where what is asked about was meant. */
export async function saveRun(
  roundUpId: number,
  runId: number,
  version: number,
  changes: Record<string, unknown>,
  confirmed = false,
  was?: Record<string, unknown>,
): Promise<SaveOutcome> {
  const url = `/api/round-ups/${roundUpId}/runs/${runId}`;
  const answer = await sendJson<RunRefusal & { version: number }>(url, 'PATCH', {
    ...{ who: whoIsHere(), version, changes, confirmed },
    ...(was ? { was } : {}),
  });
  if (answer.ok) return { saved: true, version: Number(answer.body.version) };
  const trouble = troubleOf(answer);
  return {
    saved: false,
    trouble,
    version: Number(answer.body.version ?? version),
    message: trouble.kind === 'failed' ? trouble.message : 'Somebody has changed this run meanwhile.',
  };
}
