'use client';

import { MadeLink } from '@/ui/upload/madeLink';
import { PageLine } from '../desk/pageLine';
import { useEffect, useRef, useState } from 'react';
import { newPart, type PhotoUse, type Verdict } from '@/core/verdict/verdictSheet';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { CopiesOut } from '../desk/copiesOut';
import { useSheet } from '@/ui/form/useSheet';
import { AwardsForm } from './awardsForm';
import { DeskContext } from './editor/desk';
import { WordsEditor } from './editor/wordsEditor';
import { blankWords, EntryWordsForm } from './entryWordsForm';
import { FigureForm } from './figureForm';
import { History } from './history';
import { PartsList } from './partsList';
import type { ChosenPicture } from './pictureChoice';
import { PublishPanel } from './publishPanel';
import { ReadersPage } from './readersPage';
import { useDraft } from './useDraft';
import { useWritingDesk } from './useWritingDesk';
import { WritingBar } from './writingBar';
import type { WriteData } from '@/lab/publish/writeView';

/** How long nobody types before it is saved by itself, ms. */
const PAUSE_MS = 1200;

/** What stands beside the writing. */
const BESIDE = { page: 'As readers see it', phone: 'On a phone', publish: 'Awards and publishing' };

/** The verdict as it is written: saved by itself, with its history, and published from here. */
export function WriteStage({ data }: { data: WriteData }) {
  const sheet = useSheet('verdict', data.roundUpId, data.sheet);
  const verdict = sheet.body;
  const [beside, setBeside] = useState<keyof typeof BESIDE>('page');
  const { draft, fault } = useDraft(data.roundUpId, verdict);
  const { desk, part, putIn, chosen, change, leave } = useWritingDesk(draft);
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
  const putInText = (text: string) => {
    // Where no text has had the cursor yet, it goes to the end of the first.
    if (!putIn(text)) set({ summary: [verdict.summary, text].filter(Boolean).join(' ') });
  };
  const putInPicture = ({ kind, what }: ChosenPicture) => {
    const at = (part() ?? verdict.parts.length - 1) + 1;
    set({ parts: verdict.parts.toSpliced(at, 0, { ...newPart(kind), what }) });
  };
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
          </div>
          <SheetTrouble sheet={sheet} />
          <DeskContext value={desk}>
            <WritingBar
              data={data}
              draft={draft}
              onFigure={() => putInText('@')}
              onText={putInText}
              onPicture={putInPicture}
            >
              {chosen && (
                <FigureForm
                  key={`${chosen.from} ${chosen.reference.what} ${chosen.reference.entry}`}
                  reference={chosen.reference}
                  data={data}
                  onReference={change}
                  onClose={leave}
                />
              )}
            </WritingBar>
            <WordsEditor label="Summary" value={verdict.summary} onValue={(summary) => set({ summary })} />
            <PartsList parts={verdict.parts} data={data} onParts={(parts) => set({ parts })} />
            <h3 className="font-display border-t border-hairline pt-4 text-[18px] font-bold">One by one</h3>
            <EntryWordsForm
              words={verdict.entries}
              data={data}
              onWords={(entries) => set({ entries })}
              onPhotos={(entry, photos) => newest.current(entry, photos)}
            />
          </DeskContext>
        </section>
        <aside
          className="shrink-0 space-y-4 border-hairline lg:w-[545px] lg:border-l lg:pl-6"
          aria-label="Beside the text"
        >
          <div className="flex flex-wrap items-center gap-2">
            <div className="choices" role="group" aria-label="Show beside the text">
              {Object.entries(BESIDE).map(([key, label]) => (
                <button
                  key={key}
                  aria-pressed={key === beside}
                  onClick={() => setBeside(key as keyof typeof BESIDE)}
                >
                  {label}
                </button>
              ))}
            </div>
          </div>
          {beside !== 'publish' && (
            <>
              <ReadersPage draft={draft} fault={fault} isPhone={beside === 'phone'} />
              <MadeLink
                className="text-[14px] underline underline-offset-2"
                href={`${base}/verdict/report`}
                target="_blank"
              >
                Look at the draft, with its data and what it answers
              </MadeLink>
            </>
          )}
          {beside === 'publish' && (
            <div className="space-y-6">
              <AwardsForm awards={verdict.awards} data={data} onAwards={(awards) => set({ awards })} />
              <PublishPanel
                data={data}
                isSaved={!dirty && !busy && !trouble}
                overclaims={draft?.overclaims.length ?? 0}
              />
              <History
                history={data.history}
                onBack={(body) => void save({ body, said: 'As it was before' })}
              />
              <section aria-label="The bundle">
                <h3 className="font-display pb-1 text-[16px] font-bold">The bundle</h3>
                <CopiesOut roundUpId={data.roundUpId} />
              </section>
            </div>
          )}
        </aside>
      </div>
    </div>
  );
}
