'use client';

import { useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { pictureFile } from '@/ui/chart/pictureFile';
import { saveFile } from '@/ui/chart/saveFile';
import { useDeskLine } from './pageLine';

type Cell = string | number | null;

interface Props {
  /** Id of the part of the page that is the picture. */
  picture: string;
  fileName: string;
  /** What holds for all of it: load, line, what is compared. */
  condition: string;
  /** Its figures, each row with what holds for all of them; or where a CSV of them is. */
  figures: string | (() => readonly Record<string, Cell>[]);
}

async function csvOf(rows: readonly Record<string, Cell>[]): Promise<Blob> {
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  const text = stringify([...rows], { header: true, record_delimiter: 'windows' });
  return new Blob([text], { type: 'text/csv;charset=utf-8' });
}

const LINK = 'cursor-pointer py-1 underline underline-offset-3';

/** Takes a picture along as PNG or SVG, with title, condition and source on it, and its figures as CSV. */
export function TakeAlong({ picture, fileName, condition, figures }: Props) {
  const line = useDeskLine();
  const [busy, setBusy] = useState(false);
  async function take(make: () => Promise<Blob>, name: string) {
    setBusy(true);
    try {
      saveFile(await make(), name);
    } catch (error) {
      notice.refused(`${name} could not be made: ${(error as Error).message}. Nothing was saved.`);
    }
    setBusy(false);
  }
  const words = () => ({ title: line?.title ?? document.title, condition, source: line?.source ?? '' });
  const shown = () => document.getElementById(picture)!;
  return (
    <span className="label-text inline-flex gap-x-3 whitespace-nowrap" aria-busy={busy}>
      {(['png', 'svg'] as const).map((kind) => (
        <button
          key={kind}
          type="button"
          className={LINK}
          disabled={busy}
          onClick={() => void take(() => pictureFile(shown(), words(), kind), `${fileName}.${kind}`)}
        >
          {kind.toUpperCase()}
        </button>
      ))}
      {typeof figures === 'string' ? (
        <a className={LINK} href={figures} download>
          CSV
        </a>
      ) : (
        <button
          type="button"
          className={LINK}
          disabled={busy}
          onClick={() => void take(() => csvOf(figures()), `${fileName}.csv`)}
        >
          CSV
        </button>
      )}
    </span>
  );
}
