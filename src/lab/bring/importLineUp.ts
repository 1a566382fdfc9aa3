import { entryProblem, fansText } from '@/core/lineUp/entry';
import { inTransaction } from '@/database/pool';
import { holdRoundUp } from '@/database/roundUps/roundUps';
import { lineUpTable, readLineUp, type LineUpCsvRow } from '@/formats/lineUpCsv';
import { UnusableInput, type Problem } from '@/formats/problem';
import { addEntries, type CitedNew } from '../lineUp/addEntries';
import { codeOf } from '../lineUp/codeOf';
import { lineUpOf, viewLineUp } from '../lineUp/lineUpView';
import { readCoverWords } from '../lineUp/coverWordsOf';
import { Refused } from '../refusal';

export type LineUpImport =
  | { imported: true; added: number; there: number }
  | { imported: false; message: string; problems: Problem[] };

/**
 * Adds those of these entries that a line-up does not have: all of them, or none; their ids. @throws Refused with the first that cannot be
 */
export async function addRows(
  roundUpId: number,
  rows: readonly LineUpCsvRow[],
  who: string,
): Promise<number[]> {
  return inTransaction(async (db) => {
    if (!(await holdRoundUp(db, roundUpId))) throw new Refused('this round-up is not there any more');
    const before = await lineUpOf(db, roundUpId);
    const codes = new Set(before.map(({ code }) => code));
    let position = Math.max(-1, ...before.map((entry) => entry.position)) + 1;
    // Names that an entry goes by, with what tells it from others: those of the file come to it one by one.
    const there = before.map(({ product: { body }, entry, shownName }) => ({
      ...{ names: [body.name, shownName], maker: body.maker, fans: fansText(entry.body) },
    }));
    const added: CitedNew[] = [];
    for (const row of rows) {
      const problem = entryProblem(row.product.kind, row.entry);
      if (problem) throw new Refused(`${row.product.name}: ${problem}`);
      const { name, maker } = row.product;
      const fans = fansText(row.entry);
      const isThere = there.some(
        (other) =>
          other.names.includes(name) && (maker === '' || other.maker === maker) && other.fans === fans,
      );
      if (isThere) continue;
      const code = codeOf(name, codes);
      added.push({ ...row, code, position });
      codes.add(code);
      there.push({ names: [name], maker, fans });
      position += 1;
    }
    return added.length > 0 ? addEntries(db, roundUpId, added, who) : [];
  });
}

/** Adds the entries of a CSV to a line-up: all of them, or none and what is wrong. Those that are there already stay. */
export async function importLineUp(roundUpId: number, csv: string, who: string): Promise<LineUpImport> {
  const refused = (message: string, problems: Problem[] = []) => ({
    imported: false as const,
    message,
    problems,
  });
  try {
    const { rows, problems } = readLineUp(csv);
    if (problems.length > 0) return refused('Nothing was taken in: the file has faults.', problems);
    const ids = await addRows(roundUpId, rows, who);
    return { imported: true, added: ids.length, there: rows.length - ids.length };
  } catch (error) {
    if (error instanceof UnusableInput)
      return refused('Nothing was taken in: the file cannot be read.', [error.problem]);
    if (error instanceof Refused) return refused(`Nothing was taken in: ${error.message}.`);
    throw error;
  }
}

/** The line-up as a CSV that `importLineUp` takes. */
export async function exportLineUp(roundUpId: number): Promise<string> {
  return lineUpTable(await viewLineUp(roundUpId), await readCoverWords(roundUpId));
}
