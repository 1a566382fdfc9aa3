import { entryProblem, fansText } from '@/core/lineUp/entry';
import { inTransaction } from '@/database/pool';
import { lineUpTable, readLineUp } from '@/formats/lineUpCsv';
import { UnusableInput, type Problem } from '@/formats/problem';
import { addEntry } from './changeLineUp';
import { lineUpOf, viewLineUp } from './lineUpView';
import { readCoverWords } from './coverWordsOf';
import { Refused } from './refusal';

export type LineUpImport =
  | { imported: true; added: number; there: number }
  | { imported: false; message: string; problems: Problem[] };

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
    return await inTransaction(async (db) => {
      const { rowCount } = await db.query(`SELECT 1 FROM live_round_ups WHERE id = $1 FOR UPDATE`, [
        roundUpId,
      ]);
      if (rowCount === 0) throw new Refused('this round-up is not there any more');
      let added = 0;
      for (const row of rows) {
        const lineUp = await lineUpOf(db, roundUpId);
        const problem = entryProblem(row.product.kind, row.entry);
        if (problem) throw new Refused(`${row.product.name}: ${problem}`);
        const there = lineUp.some(
          ({ product, entry, shownName }) =>
            (product.body.name === row.product.name || shownName === row.product.name) &&
            (row.product.maker === '' || product.body.maker === row.product.maker) &&
            fansText(entry.body) === fansText(row.entry),
        );
        if (there) continue;
        const taken = {
          codes: new Set(lineUp.map((entry) => entry.code)),
          position: Math.max(-1, ...lineUp.map((entry) => entry.position)) + 1,
        };
        await addEntry(db, roundUpId, row, who, taken);
        added += 1;
      }
      return { imported: true, added, there: rows.length - added };
    });
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
