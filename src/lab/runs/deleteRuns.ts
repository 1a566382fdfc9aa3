import { viewRoundUp } from '../model/roundUpView';
import { Refused } from '../refusal';
import { editRuns } from './editRun';

/** Takes runs out of the logbook that were just made together: all of them, or none. They can be brought back one by one. */
export async function deleteRuns(roundUpId: number, ids: readonly number[], who: string): Promise<void> {
  const there = (await viewRoundUp(roundUpId))?.runs.filter(({ id }) => ids.includes(id)) ?? [];
  if (there.length === 0) throw new Refused('these runs are not there any more');
  const edits = there.map(({ id, version }) => ({ run: id, version, changes: { deleted: true } }));
  const result = await editRuns(roundUpId, { who, confirmed: true, edits });
  if (!result.saved) throw new Refused('one of these runs was changed meanwhile: delete them in the logbook');
}
