import { noProgress, type Tell } from '@/core/progress';
import { keepMapping, listMappings } from '@/database/columnMappings';
import { withDatabase } from '@/database/pool';
import { headingsKey, type RememberedColumn } from '@/formats/log/logReader';
import { durationS, readLog, type OpenLog } from '@/formats/log/readLog';
import { DATES_FROM_S, type BroughtLog, type LogStep } from '@/core/joining/evening';
import { BothSinks, SteppedRows } from '@/formats/log/steppedRows';
import { ThinnedSeries } from '@/formats/log/thinnedSeries';
import { UnusableInput } from '@/formats/problem';
import { toldBytes, uploadedFiles } from './uploads';

/** A raw log as it was understood, its steps found in all of its rows. */
type LogDescription = BroughtLog & { steps: LogStep[] };

export type DescribeResult = { read: true; log: LogDescription } | { read: false; message: string };

/** What reviewers have said of columns, by the headings of their logs. */
export async function rememberedMappings(): Promise<Map<string, RememberedColumn[]>> {
  const kept = await withDatabase(listMappings);
  return new Map(kept.map((mapping) => [mapping.headings, mapping.meanings as RememberedColumn[]]));
}

function clockKindOf(firstS: number): LogDescription['clockKind'] {
  if (Number.isNaN(firstS)) return 'none';
  if (firstS > DATES_FROM_S) return 'date';
  // A clock of the day that happens to begin at midnight is as good as one that counts from the start.
  return firstS > 600 ? 'day' : 'elapsed';
}

/** What is known of a log once it has been read, beside which file it is. */
type Described = Omit<LogDescription, 'fileId' | 'path'>;

/**
 * Reads a log as a stream and says how it was understood, with the headings by which that is remembered.
 * @throws UnusableInput where it is no log
 */
export async function describeText(
  open: OpenLog,
  path: string,
  remembered: ReadonlyMap<string, readonly RememberedColumn[]>,
): Promise<{ described: Described; headings: string }> {
  let thinned = new ThinnedSeries();
  let stepped = new SteppedRows();
  const sink = () => new BothSinks([(thinned = new ThinnedSeries()), (stepped = new SteppedRows())]);
  const { encoding, reader } = await readLog(open, path, sink, { remembered, further: true });
  const timed = !Number.isNaN(reader.firstTimeS);
  return {
    headings: headingsKey(reader.dialect!.headings),
    described: {
      delimiter: reader.dialect!.delimiter,
      decimal: reader.dialect!.decimal,
      encoding,
      columns: reader.columns,
      samples: reader.samples,
      durationS: durationS(reader),
      firstS: timed ? reader.firstTimeS : null,
      lastS: timed ? reader.lastTimeS : null,
      clockKind: clockKindOf(reader.firstTimeS),
      problems: reader.problems.slice(0, 200),
      unlisted: reader.unlisted + Math.max(0, reader.problems.length - 200),
      series: thinned.series(),
      steps: stepped.steps(),
    },
  };
}

/** Says how an uploaded log is understood. With `columns` the reviewer's own word on each holds, and is remembered for logs alike. */
export async function describeLog(
  uploadId: string,
  fileId: number,
  columns?: RememberedColumn[],
  tell: Tell = noProgress,
): Promise<DescribeResult> {
  const file = (await uploadedFiles(uploadId)).find((uploadedFile) => uploadedFile.id === fileId);
  if (!file) return { read: false, message: 'this file is not there any more: choose it again' };
  const { path } = file;
  const remembered = await rememberedMappings();
  const read = () => describeText(() => toldBytes(file, `Reading ${path}`, tell), path, remembered);
  try {
    let { described, headings } = await read();
    if (columns && columns.length === described.columns.length) {
      await withDatabase((db) => keepMapping(db, { headings, meanings: columns }));
      remembered.set(headings, columns);
      ({ described, headings } = await read());
    }
    return { read: true, log: { fileId, path, ...described } };
  } catch (error) {
    if (error instanceof UnusableInput) return { read: false, message: error.problem.message };
    throw error;
  }
}
