import { dayHere } from '@/core/timeWords';
import { versionChanges } from '@/core/verdict/versionChanges';
import { withDatabase } from '@/database/pool';
import { listPublications } from '@/database/roundUps/publications';
import { coverWordsOf } from '../lineUp/coverWordsOf';
import type { RoundUpView } from '../model/roundUpView';
import { verdictOf } from '../orders/verdictView';
import { figuresOf, underWords } from './publishedFigures';

/** How the order of a round-up, at its own line, stands to what was published. */
export type VersionState =
  | { state: 'draft' }
  | { state: 'published'; version: number; on: string }
  /** What is otherwise now, entry by entry, in words. */
  | { state: 'differs'; version: number; on: string; changes: string[] };

/** Whether a round-up is a draft, stands as it was published, or differs from its last version, and in what. */
export async function versionState(view: RoundUpView): Promise<VersionState> {
  const { id } = view.roundUp;
  const { last, words } = await withDatabase(async (db) => {
    const last = (await listPublications(db, id)).at(-1);
    return { last, words: last && (await coverWordsOf(db, id)) };
  });
  if (!last || !words) return { state: 'draft' };
  const { ranking, shown } = await verdictOf(view, {});
  const nameOf = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const now = figuresOf(ranking.placed, shown.response, (entry) => ({
    entry: words.id(entry),
    name: words.text(nameOf.get(entry)!),
  }));
  const changes = versionChanges(underWords(last.figures, words), now);
  const about = { version: last.version, on: dayHere(last.publishedAt) };
  return changes.length === 0 ? { state: 'published', ...about } : { state: 'differs', ...about, changes };
}
