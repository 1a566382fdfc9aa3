import { noProgress, type Tell } from '@/core/progress';
import { keepMapping, listMappings } from '@/database/columnMappings';
import { withDatabase } from '@/database/pool';
import { headingsKey, type LogColumn, type LogProblem, type RememberedColumn } from '@/formats/log/logReader';
import { durationS, readLog } from '@/formats/log/readLog';
import type { LogStep } from '@/core/joining/evening';
import { BothSinks, SteppedRows } from '@/formats/log/steppedRows';
import { ThinnedSeries } from '@/formats/log/thinnedSeries';
import { UnusableInput } from '@/formats/problem';
import { toldBytes, uploadedFiles } from './uploads';

export interface LogDescription {
  fileId: number;
  path: string;
  delimiter: string;
  decimal: string;
  encoding: string;
  columns: LogColumn[];
  samples: number;
  durationS: number | null;
  firstS: number | null;
  lastS: number | null;
  /** Whether the clock is a time of day or a date, and not seconds from the start. */
  clockKind: 'date' | 'day' | 'elapsed' | 'none';
  problems: LogProblem[];
  unlisted: number;
  series: ReturnType<ThinnedSeries['series']>;
  /** Where its channels step, found in all of its rows. */
  steps: LogStep[];
}

export type DescribeResult = { read: true; log: LogDescription } | { read: false; message: string };

/** What reviewers have said of columns, by the headings of their logs. */
export async function rememberedMappings(): Promise<Map<string, RememberedColumn[]>> {
  const kept = await withDatabase(listMappings);
  return new Map(kept.map((mapping) => [mapping.headings, mapping.meanings as RememberedColumn[]]));
}

function clockKindOf(firstS: number): LogDescription['clockKind'] {
  if (Number.isNaN(firstS)) return 'none';
  if (firstS > 1e8) return 'date';
  // A clock of the day that happens to begin at midnight is as good as one that counts from the start.
  return firstS > 600 ? 'day' : 'elapsed';
}

/**
 * Reads an uploaded log as a stream and says how it was understood. With `columns` the reviewer's own word
 * on each column holds, and is remembered for logs with the same headings.
 */
export async function describeLog(
  uploadId: string,
  fileId: number,
  columns?: RememberedColumn[],
  tell: Tell = noProgress,
): Promise<DescribeResult> {
  const file = (await uploadedFiles(uploadId)).find((uploadedFile) => uploadedFile.id === fileId);
  if (!file) return { read: false, message: 'this file is not there any more: choose it again' };
  const remembered = await rememberedMappings();
  try {
    let thinned = new ThinnedSeries();
    let stepped = new SteppedRows();
    const open = () => toldBytes(file, `Reading ${file.path}`, tell);
    const sink = () => new BothSinks([(thinned = new ThinnedSeries()), (stepped = new SteppedRows())]);
    let { encoding, reader } = await readLog(open, file.path, sink, { remembered, further: true });
    if (columns && columns.length === reader.columns.length) {
      const headings = headingsKey(reader.dialect!.headings);
      await withDatabase((db) => keepMapping(db, { headings, meanings: columns }));
      remembered.set(headings, columns);
      ({ encoding, reader } = await readLog(open, file.path, sink, { remembered, further: true }));
    }
    const timed = !Number.isNaN(reader.firstTimeS);
    return {
      read: true,
      log: {
        fileId,
        path: file.path,
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
  } catch (error) {
    if (error instanceof UnusableInput) return { read: false, message: error.problem.message };
    throw error;
  }
}
