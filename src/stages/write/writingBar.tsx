'use client';

import { useState } from 'react';
import type { Draft } from '@/lab/report/draft';
import type { WriteData } from '@/lab/publish/writeView';
import { PictureChoice, type ChosenPicture } from './pictureChoice';
import { Button } from '@/ui/frame/button';
import { LineSelect } from '@/ui/form/lineSelect';

/** One bar for what goes into the text under the cursor: a figure, a sentence from the data, a picture below its part. */
export function WritingBar({
  data,
  draft,
  onFigure,
  onText,
  onPicture,
  children,
}: {
  data: WriteData;
  draft: Draft | null;
  onFigure: () => void;
  onText: (text: string) => void;
  onPicture: (picture: ChosenPicture) => void;
  /** The figure that is being changed. */
  children: React.ReactNode;
}) {
  const [isChoosing, setChoosing] = useState(false);
  const overclaims = draft?.overclaims ?? [];
  const broken = Object.values(draft?.figures ?? {}).flatMap((found) => (found.known ? [] : [found.reason]));
  /** A sentence with its figures as they are told. */
  const told = (sentence: string) =>
    sentence.replace(/\{\{[^{}]*\}\}/g, (reference) => {
      const found = draft?.figures[reference];
      return found?.known ? found.value : '…';
    });
  return (
    <div
      role="group"
      aria-label="Put in"
      className="sticky top-0 z-10 space-y-2 border-b border-hairline bg-ground py-2 text-[14.5px]"
    >
      <div className="flex flex-wrap items-center gap-2">
        {data.entries.length > 0 && (
          <Button className="px-2! py-0.5!" onClick={onFigure}>
            @ Figure
          </Button>
        )}
        {data.sentences.length > 0 && (
          <LineSelect
            label="Sentence from the data"
            isSilent
            value=""
            options={[
              ['', 'Sentence from the data …'],
              ...data.sentences.map((each) => [each, each] as const),
            ]}
            onValue={(sentence) => sentence && onText(sentence)}
          />
        )}
        {data.kinds.includes('curves') && (
          <Button
            className="px-2! py-0.5!"
            aria-expanded={isChoosing}
            onClick={() => setChoosing(!isChoosing)}
          >
            Picture
          </Button>
        )}
        <span className="text-[13.5px] text-ink2">
          {data.kinds.includes('curves')
            ? 'Or type @ and some letters of an entry.'
            : 'Figures and pictures can be put in once runs are in the Logbook.'}
        </span>
      </div>
      {isChoosing && (
        <div className="max-h-[45vh] overflow-y-auto">
          <PictureChoice
            data={data}
            onPicture={(picture) => {
              setChoosing(false);
              onPicture(picture);
            }}
          />
        </div>
      )}
      {children}
      {overclaims.length + broken.length > 0 && (
        <ul aria-label="Does not hold" className="space-y-0.5 text-[14px]" role="status">
          {[...new Set(broken)].map((reason) => (
            <li key={reason} className="text-bad" dir="auto">
              ▲ No figure: {reason}
            </li>
          ))}
          {overclaims.map(({ sentence, why }, i) => (
            <li key={i} className="text-warn" dir="auto">
              ▲ “{told(sentence)}” {why}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
