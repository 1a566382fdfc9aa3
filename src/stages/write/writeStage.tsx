'use client';

import { PageLine } from '../desk/pageLine';
import { MadeLink } from '@/ui/upload/madeLink';
import { useEffect, useRef, useState } from 'react';
import type { PhotoUse, Verdict } from '@/core/verdict/verdictSheet';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet } from '@/ui/form/useSheet';
import { AwardsForm } from './awardsForm';
import { blankWords, EntryWordsForm } from './entryWordsForm';
import { FigurePicker } from './figurePicker';
import { PartsList } from './partsList';
import { PublishPanel } from './publishPanel';
import { WordsEditor } from './wordsEditor';
import type { WriteData } from '@/lab/publish/writeView';

/** How long nobody types before it is saved by itself, ms. */
const PAUSE_MS = 1200;

/** The verdict as it is written: saved by itself, with its history, and published from here. */
export function WriteStage({ data }: { data: WriteData }) {
  const sheet = useSheet('verdict', data.roundUpId, data.sheet);
  const verdict = sheet.body;
  const [older, setOlder] = useState('');
  const { dirty, busy, trouble, save } = sheet;
  useEffect(() => {
    if (!dirty || busy || trouble) return;
    const timer = setTimeout(() => void save({ said: '' }), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [dirty, busy, trouble, verdict, save]);
  const set = (change: Partial<Verdict>) => sheet.set({ ...verdict, ...change });
  const addPhotos = (entry: string, photos: PhotoUse[]) => {
    const own = verdict.entries.find((other) => other.entry === entry) ?? blankWords(entry);
    const fresh = photos.filter(({ photo }) => !own.photos.some((other) => other.photo === photo));
    const others = verdict.entries.filter((other) => other.entry !== entry);
    if (fresh.length > 0) set({ entries: [...others, { ...own, photos: [...own.photos, ...fresh] }] });
  };
  // A photograph takes its time to arrive: it goes to what stands there then.
  const newest = useRef(addPhotos);
  useEffect(() => {
    newest.current = addPhotos;
  });
  const state = trouble ? 'not saved' : busy ? 'saving …' : dirty ? 'not saved yet' : 'saved';
  const base = `/round-ups/${data.roundUpId}`;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-2.5 pb-8 md:px-7">
      <PageLine />
      <div className="flex flex-col gap-8 lg:flex-row">
        <section className="min-w-0 flex-1 space-y-4" aria-label="Writing">
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <h2 className="font-display text-[22px] font-bold">The verdict, as readers get it</h2>
            <span role="status" className="text-[14px] text-ink2">
              {state}
            </span>
            <MadeLink className="quiet-button ml-auto" href={`${base}/verdict/report`} target="_blank">
              Look at the draft
            </MadeLink>
          </div>
          <SheetTrouble sheet={sheet} />
          <div>
            <WordsEditor label="Summary" value={verdict.summary} onValue={(summary) => set({ summary })} />
            <FigurePicker
              data={data}
              onText={(text) => set({ summary: verdict.summary ? `${verdict.summary} ${text}` : text })}
            />
          </div>
          <PartsList parts={verdict.parts} data={data} onParts={(parts) => set({ parts })} />
          <h3 className="font-display border-t border-hairline pt-4 text-[18px] font-bold">One by one</h3>
          <EntryWordsForm
            words={verdict.entries}
            data={data}
            onWords={(entries) => set({ entries })}
            onPhotos={(entry, photos) => newest.current(entry, photos)}
          />
        </section>
        <aside
          className="shrink-0 space-y-6 border-hairline lg:w-[400px] lg:border-l lg:pl-6"
          aria-label="Awards and publishing"
        >
          <AwardsForm awards={verdict.awards} data={data} onAwards={(awards) => set({ awards })} />
          <PublishPanel data={data} isSaved={!dirty && !busy && !trouble} />
          {data.history.length > 1 && (
            <section aria-label="History" className="space-y-1.5 border-t border-hairline pt-3 text-[14.5px]">
              <h3 className="font-semibold">As it was before</h3>
              <select
                aria-label="An earlier state"
                className="w-full rounded border border-hairline bg-raised px-2 py-1"
                value={older}
                onChange={({ target }) => setOlder(target.value)}
              >
                <option value="">choose …</option>
                {data.history.slice(1).map(({ id, changedAt, who }) => (
                  <option key={id} value={id}>
                    {changedAt}, {who}
                  </option>
                ))}
              </select>
              <button
                type="button"
                className="quiet-button"
                disabled={older === ''}
                onClick={() => {
                  const found = data.history.find(({ id }) => String(id) === older);
                  if (found) void save({ body: found.body, said: 'As it was before' });
                  setOlder('');
                }}
              >
                Undo correction
              </button>
            </section>
          )}
          <p className="text-[14px] text-ink2">
            The bundle:{' '}
            <MadeLink className="underline underline-offset-2" href={`${base}/export?for=private`}>
              private, with everything
            </MadeLink>
            ,{' '}
            <MadeLink className="underline underline-offset-2" href={`${base}/export?for=publishable`}>
              publishable
            </MadeLink>{' '}
            (covered names, no notes, serial numbers or lenders).
          </p>
        </aside>
      </div>
    </div>
  );
}
