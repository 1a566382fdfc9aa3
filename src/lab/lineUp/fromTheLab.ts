import { clockNow } from '@/clock/clockNow';
import { apartWords, standApart } from '@/core/bridge/standTogether';
import { isOfWholeCases } from '@/core/brief/questions';
import { getRevision } from '@/database/lineUp/rigs';
import { searchEntries } from '@/database/lab/measuredEntries';
import { inTransaction, withDatabase } from '@/database/pool';
import { citationsOf, codesTaken } from '@/database/lineUp/entryCodes';
import { entryOwner } from '@/database/lineUp/entryOwner';
import { citeEntry, getRoundUp, nextPosition } from '@/database/roundUps/roundUps';
import { codeOf } from './codeOf';
import { offeredEntry, type OfferedEntry } from './labEntryWords';
import { Refused } from '../refusal';
import { briefOf } from '../planning/briefView';
import { standingOf } from '../planning/rigView';
import { syncEntry } from '../planning/saveSheet';

/** More are found by a word of their name. */
const MOST_OFFERED = 40;

export const wordsOf = (query: string): string[] => query.trim().split(/\s+/).filter(Boolean).slice(0, 8);

/** An entry that can be cited, with how many of its runs would be ranked, and why those of other revisions would not. */
export type OfferedToRoundUp = OfferedEntry & { here: number; apart: number; why: string[] };

/** Entries of the lab that a round-up does not cite yet, by words that stand in them, with what was measured of each. */
export async function offersOfLab(
  roundUpId: number,
  query: string,
  now = clockNow(),
): Promise<OfferedToRoundUp[]> {
  return withDatabase(async (db) => {
    const roundUp = await getRoundUp(db, roundUpId);
    if (!roundUp) throw new Refused('this round-up is not there any more');
    const found = await searchEntries(db, wordsOf(query), MOST_OFFERED, roundUpId);
    const own = (await getRevision(db, roundUp.rigRevisionId))!;
    const comparesCases = isOfWholeCases((await briefOf(db, roundUpId))!.body.question);
    const elsewhere = found.flatMap(({ measured }) => measured.map(({ rigRevisionId }) => rigRevisionId));
    const why = new Map<number, string>();
    for (const revisionId of new Set(elsewhere)) {
      const other = revisionId === own.id ? null : await getRevision(db, revisionId);
      if (other)
        why.set(
          revisionId,
          `${other.rig}, revision ${other.revision}: ${apartWords(standApart(standingOf(other), standingOf(own), comparesCases))}`,
        );
    }
    return found.map((entry) => {
      const all = entry.measured.reduce((sum, part) => sum + part.runs, 0);
      const here = entry.measured.find((part) => part.rigRevisionId === roundUp.rigRevisionId)?.runs ?? 0;
      const reasons = entry.measured.flatMap(({ rigRevisionId }) => why.get(rigRevisionId) ?? []);
      return { ...offeredEntry(entry, now), here, apart: all - here, why: reasons };
    });
  });
}

/** Takes an entry of the lab, with its runs, into a round-up; the code it is cited under. */
export async function citeFromLab(roundUpId: number, entryId: number): Promise<string> {
  return inTransaction(async (db) => {
    const taken = await codesTaken(db, roundUpId);
    if (!(await getRoundUp(db, roundUpId))) throw new Refused('this round-up is not there any more');
    const owner = await entryOwner(db, entryId);
    if (!owner) throw new Refused('this entry is not in the lab any more');
    const citations = await citationsOf(db, entryId);
    if (citations.some((citation) => citation.roundUpId === roundUpId))
      throw new Refused('it is in the line-up already');
    const code = codeOf(citations[0]?.code ?? owner.name, taken);
    const position = await nextPosition(db, roundUpId);
    await citeEntry(db, { roundUpId, entryId, code, position, isControl: false });
    // Covered, it is to have a code that does not tell what it is.
    await syncEntry(db, entryId);
    const [citation] = (await citationsOf(db, entryId)).filter((row) => row.roundUpId === roundUpId);
    return citation!.code;
  });
}
