import { listPublications } from '@/database/roundUps/publications';
import { dateChangesBack } from '@/database/runs/changes';
import { withDatabase } from '@/database/pool';
import { editRun } from '../runs/editRun';
import { publish } from '../publish/publish';
import { runEdit } from '../runs/runEditSchema';
import { viewRoundUp } from '../model/roundUpView';

const PUBLISHED = new Date(Date.UTC(2026, 10, 20, 9, 0, 0));
const SET_ASIDE = new Date(Date.UTC(2026, 10, 24, 8, 10, 0));
const CORRECTED = new Date(Date.UTC(2026, 10, 24, 8, 30, 0));

/** Publishes the demo's verdict on coolers and corrects it once: a run that a window stood open for. What is done of it stays as it is. */
export async function publishDemo(roundUpId: number): Promise<void> {
  const by = { who: 'Ana', embargoUntil: null };
  const { length: done } = await withDatabase((db) => listPublications(db, roundUpId));
  if (done === 0) await publish(roundUpId, { ...by, reason: '', seen: 0 }, PUBLISHED);
  if (done > 1) return;
  const run = (await viewRoundUp(roundUpId))!.runs.find(
    ({ entry, mount, loadW, setting }) =>
      entry === 'galerna-twin' && mount === 2 && loadW === 170 && setting === '67 %',
  );
  if (!run) return;
  const reason = 'the window was open: the room cooled during the reading';
  if (run.setAside === '')
    await editRun(
      roundUpId,
      run.id,
      runEdit.cast({
        who: 'Ana',
        version: run.version,
        changes: { setAside: reason },
      }),
    );
  // A version knows of nothing that came after it.
  await withDatabase((db) => dateChangesBack(db, run.id, SET_ASIDE));
  await publish(
    roundUpId,
    { ...by, reason: 'One run of Galerna Twin was read beside an open window; it is set aside.', seen: 1 },
    CORRECTED,
  );
}
