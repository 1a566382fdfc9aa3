import { coverWords, wordsOf, type CoverWords } from '@/core/lineUp/underCover';
import { withDatabase, type Queryable } from '@/database/pool';
import { lineUpOf, type LineUpEntry } from './lineUpView';

/** What puts the covered products of a round-up under their covers: in all that leaves the lab, and on its pages. */
export async function coverWordsOf(db: Queryable, roundUpId: number): Promise<CoverWords> {
  return coverWordsIn(await lineUpOf(db, roundUpId));
}

const coveredOf = ({ product: { body }, entry, code }: LineUpEntry) => ({
  name: body.name,
  maker: body.maker,
  coverName: entry.body.coverName.trim(),
  code,
});

/** A part of a name that says whose it is: “Sirocco” of “Sirocco 140”. */
const LEAST_PART = 4;

/**
 * For what was written of a covered entry itself (its fans, its settings): a part of its name tells it there, by the id of the entry.
 * Names of others stay whole.
 */
export function ownCoverWords(lineUp: readonly LineUpEntry[]): Map<string, CoverWords> {
  const open = lineUp.filter(({ covered }) => !covered).map(({ product: { body } }) => body.name);
  return new Map(
    lineUp
      .filter(({ covered }) => covered)
      .map((entry) => {
        const own = coveredOf(entry);
        const parts = wordsOf(`${own.name} ${own.maker}`).filter(({ length }) => length >= LEAST_PART);
        return [
          entry.code,
          coverWords(
            parts.map((name) => ({ ...own, name, maker: '' })),
            open,
          ),
        ];
      }),
  );
}

export function coverWordsIn(lineUp: readonly LineUpEntry[]): CoverWords {
  const open = lineUp.filter((entry) => !entry.covered);
  return coverWords(
    lineUp.filter((entry) => entry.covered).map(coveredOf),
    // A code of an open entry may have been made of another name than it bears now.
    open.flatMap(({ product: { body }, code }) => [body.name, body.maker, code]),
  );
}

export function readCoverWords(roundUpId: number): Promise<CoverWords> {
  return withDatabase((db) => coverWordsOf(db, roundUpId));
}
