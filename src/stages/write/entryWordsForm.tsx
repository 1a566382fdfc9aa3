'use client';

import { useState } from 'react';
import type { EntryWords } from '@/core/verdict/verdictSheet';
import { EntryMark } from '@/ui/marks/entryMark';
import { WordsEditor } from './editor/wordsEditor';
import type { WriteData } from '@/lab/publish/writeView';
import { Fault } from '@/ui/form/fault';

export const blankWords = (entry: string): EntryWords => ({
  entry,
  pros: [],
  cons: [],
  note: '',
  photos: [],
});

function Lines({
  label,
  lines,
  onLines,
}: {
  label: string;
  lines: string[];
  onLines: (lines: string[]) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  return (
    <label className="label-text block">
      {label}, a line each
      <textarea
        className="mt-0.5 block h-24 w-full rounded border border-hairline bg-raised px-2 py-1 text-[14.5px] text-ink"
        value={draft ?? lines.join('\n')}
        onChange={({ target }) => {
          setDraft(target.value);
          onLines(
            target.value
              .split('\n')
              .map((line) => line.trim())
              .filter(Boolean),
          );
        }}
        onBlur={() => setDraft(null)}
      />
    </label>
  );
}

/** What is written of one entry: for it, against it, a note, and photographs. */
export function EntryWordsForm({
  words,
  data,
  onWords,
  onPhotos,
}: {
  words: readonly EntryWords[];
  data: WriteData;
  onWords: (words: EntryWords[]) => void;
  onPhotos: (entry: string, photos: EntryWords['photos']) => void;
}) {
  const [chosen, setChosen] = useState(data.entries[0]?.entry ?? '');
  const [fault, setFault] = useState('');
  const item = data.entries.find(({ entry }) => entry === chosen);
  if (!item) return null;
  const own = words.find(({ entry }) => entry === chosen) ?? blankWords(chosen);
  const set = (change: Partial<EntryWords>) => {
    const next = { ...own, ...change };
    onWords([...words.filter(({ entry }) => entry !== chosen), next]);
  };
  async function addPhotos(files: FileList | null) {
    setFault('');
    const added: EntryWords['photos'] = [];
    for (const file of files ?? []) {
      const answer = await fetch(`/api/round-ups/${data.roundUpId}/photos`, {
        method: 'POST',
        body: file,
      }).catch(() => null);
      const body = (await answer?.json().catch(() => ({}))) as
        { photo?: string; message?: string } | undefined;
      if (body?.photo) added.push({ photo: body.photo, alt: '' });
      else setFault(`${file.name}: ${body?.message ?? 'the application does not answer'}`);
    }
    // What was typed while it was sent stays: it goes to what stands there now.
    if (added.length > 0) onPhotos(chosen, added);
  }
  return (
    <section aria-label="Words on each entry" className="space-y-2">
      <div className="flex flex-wrap gap-1.5">
        {data.entries.map(({ entry, product, position }) => (
          <button
            key={entry}
            type="button"
            aria-pressed={entry === chosen}
            className={`flex cursor-pointer items-center gap-1.5 rounded px-2 py-1 text-[14px] ${entry === chosen ? 'bg-raised font-semibold' : ''}`}
            onClick={() => setChosen(entry)}
          >
            <EntryMark position={position} />
            <span dir="auto">{product}</span>
            {words.some((other) => other.entry === entry) && <span aria-label="written">·</span>}
          </button>
        ))}
      </div>
      <div key={chosen} className="space-y-2">
        <div className="grid gap-3 sm:grid-cols-2">
          <Lines label="For it" lines={own.pros} onLines={(pros) => set({ pros })} />
          <Lines label="Against it" lines={own.cons} onLines={(cons) => set({ cons })} />
        </div>
        <WordsEditor label={`Note on ${item.product}`} value={own.note} onValue={(note) => set({ note })} />
        <div className="flex flex-wrap gap-3">
          {own.photos.map(({ photo, alt }, i) => (
            <figure key={photo} className="w-40 space-y-1">
              {/* eslint-disable-next-line @next/next/no-img-element -- kept in the lab's database, served as it is */}
              <img
                src={`/round-ups/${data.roundUpId}/photos/${photo}`}
                alt={alt || 'not described yet'}
                className="h-28 w-40 rounded border border-hairline object-cover"
              />
              <input
                aria-label={`What photograph ${i + 1} shows`}
                placeholder="what it shows"
                className="w-full rounded border border-hairline bg-raised px-1.5 py-1 text-[13px]"
                value={alt}
                onChange={({ target }) =>
                  set({
                    photos: own.photos.map((other, at) =>
                      at === i ? { ...other, alt: target.value } : other,
                    ),
                  })
                }
              />
              <button
                type="button"
                className="text-[13px] underline"
                onClick={() => set({ photos: own.photos.filter((_, at) => at !== i) })}
              >
                take out
              </button>
            </figure>
          ))}
        </div>
        <label className="label-text block">
          Photographs: PNG, JPEG or WebP, up to 25 MB; place and camera are taken out
          <input
            type="file"
            multiple
            accept="image/png,image/jpeg,image/webp"
            className="mt-0.5 block text-[14px]"
            onChange={({ target }) => void addPhotos(target.files).then(() => (target.value = ''))}
          />
        </label>
        <Fault>{fault}</Fault>
      </div>
    </section>
  );
}
