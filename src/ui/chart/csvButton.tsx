'use client';

import { toast } from 'sonner';

type Cell = string | number | null;

/** What a picture shows as CSV, made in the browser: its rows, each with what holds for all of them. */
async function saveCsv(fileName: string, rows: readonly Record<string, Cell>[]): Promise<void> {
  // Whoever never asks for it never loads it.
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  const text = stringify([...rows], { header: true, record_delimiter: 'windows' });
  const address = URL.createObjectURL(new Blob([text], { type: 'text/csv;charset=utf-8' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = `${fileName}.csv`;
  link.click();
  URL.revokeObjectURL(address);
}

/** Takes the figures of a picture along as CSV. */
export function CsvButton({
  fileName,
  rows,
}: {
  fileName: string;
  rows: () => readonly Record<string, Cell>[];
}) {
  return (
    <button
      type="button"
      className="label-text cursor-pointer underline underline-offset-3"
      onClick={() =>
        void saveCsv(fileName, rows()).catch((error: Error) =>
          toast.error(`The CSV could not be made: ${error.message}`),
        )
      }
    >
      CSV
    </button>
  );
}
