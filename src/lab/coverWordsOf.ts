import { coverWords, type CoverWords } from '@/core/lineUp/underCover';
import { withDatabase, type Queryable } from '@/database/pool';
import { lineUpOf, type LineUpEntry } from './lineUpView';

/** What puts the covered products of a round-up under their covers: in all that leaves the lab, and on its pages. */
export async function coverWordsOf(db: Queryable, roundUpId: number): Promise<CoverWords> {
  return coverWordsIn(await lineUpOf(db, roundUpId));
}

export function coverWordsIn(lineUp: readonly LineUpEntry[]): CoverWords {
  const open = lineUp.filter((entry) => !entry.covered);
  return coverWords(
    lineUp
      .filter((entry) => entry.covered)
      .map(({ product: { body }, entry, code }) => ({
        name: body.name,
        maker: body.maker,
        coverName: entry.body.coverName.trim(),
        code,
      })),
    open.flatMap(({ product: { body } }) => [body.name, body.maker]),
  );
}

export function readCoverWords(roundUpId: number): Promise<CoverWords> {
  return withDatabase((db) => coverWordsOf(db, roundUpId));
}
