import type { Trouble } from '@/ui/form/troubleNote';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { troubleOf, type RunRefusal } from '../run/saveRun';

export type Changes = Record<string, unknown>;

interface Edit {
  run: number;
  version: number;
  changes: Changes;
}

/** Sends changes of several runs, all or none; the versions they stand at afterwards, or what is in the way. */
export async function sendEdits(
  roundUpId: number,
  edits: readonly Edit[],
  confirmed = false,
): Promise<{ versions: number[] } | { trouble: Trouble; run: number }> {
  const answer = await sendJson<
    RunRefusal & { versions: number[]; run: number; result: RunRefusal & { message?: string } }
  >(`/api/round-ups/${roundUpId}/runs`, 'PATCH', {
    who: whoIsHere(),
    confirmed,
    edits,
  });
  if (answer.ok && answer.body.versions) return { versions: answer.body.versions };
  const body = answer.body.result ?? answer.body;
  const message = body.message ?? answer.message;
  return { trouble: troubleOf({ status: answer.status, message, body }), run: Number(answer.body.run ?? 0) };
}
