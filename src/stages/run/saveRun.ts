import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';

export type SaveOutcome =
  { saved: true; version: number } | { saved: false; message: string; conflict: boolean };

interface LastChange {
  who: string;
  what: string;
  was: string;
  isNow: string;
}

/** Saves changes to a run that was seen at `version`; a later change by somebody else is told. */
export async function saveRun(
  roundUpId: number,
  runId: number,
  version: number,
  changes: Record<string, unknown>,
): Promise<SaveOutcome> {
  const url = `/api/round-ups/${roundUpId}/runs/${runId}`;
  const answer = await sendJson(url, 'PATCH', { who: whoIsHere(), version, changes });
  if (answer.ok) return { saved: true, version: Number(answer.body.version) };
  if (answer.status === 409) {
    const last = answer.body.last as LastChange | null;
    const what = last
      ? `${last.who} changed ${last.what} from “${last.was}” to “${last.isNow}”`
      : 'somebody changed this run';
    return {
      saved: false,
      conflict: true,
      message: `Meanwhile ${what}. Nothing was overwritten: look at the run as it is now, then save again.`,
    };
  }
  if (answer.status === 404)
    return { saved: false, conflict: false, message: 'This run is not there any more.' };
  return { saved: false, conflict: false, message: answer.message };
}
