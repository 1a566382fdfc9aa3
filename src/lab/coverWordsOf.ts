import { coverWords, type CoverWords } from '@/core/lineUp/underCover';
import { withDatabase, type Queryable } from '@/database/pool';
import { lineUpOf } from './lineUpView';

/** What puts the covered products of a round-up under their covers, in all that leaves the lab. */
export async function coverWordsOf(db: Queryable, roundUpId: number): Promise<CoverWords> {
  const lineUp = await lineUpOf(db, roundUpId);
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
