'use client';

import { useEffect, useRef } from 'react';
import type { PasteName } from '@/lab/paste/paste';
import { plural } from '@/ui/marks/figures';
import { PasteTable } from './pasteTable';
import type { Pasting } from './usePaste';
import { usePasted } from './usePasted';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

const NAMES: Record<PasteName, { title: string; hint: string; one: string; many: string }> = {
  runs: {
    title: 'Paste runs',
    hint: 'One line for each run: product, fans, noise, die, room, and what else you read. A line of headings helps.',
    one: 'run',
    many: 'runs',
  },
  rooms: {
    title: 'Paste room levels',
    hint: 'One line for each entry or mount, with the level of the room alone. It replaces the level that is saved.',
    one: 'line',
    many: 'lines',
  },
  entries: {
    title: 'Paste entries',
    hint: 'One line for each product: name, maker, kind, fans, price, height. A line of headings helps.',
    one: 'entry',
    many: 'entries',
  },
  prices: {
    title: 'Paste prices',
    hint: 'One line for each price: entry, price, day. They are added to the prices that are there.',
    one: 'price',
    many: 'prices',
  },
};

/** A block from a spreadsheet: shown as it is understood, mended column by column, and taken whole. */
export function PastePanel({
  roundUpId,
  pasting,
  kinds,
  onKind,
  onClose,
}: {
  roundUpId: number;
  pasting: Pasting;
  /** What can be pasted on this page. */
  kinds: readonly PasteName[];
  onKind: (kind: PasteName) => void;
  onClose: () => void;
}) {
  const { kind } = pasting;
  const pasted = usePasted(roundUpId, pasting, onClose);
  const { text, setText, view, choice, setChoice, again, fault, busy, faulty, isReady, send } = pasted;
  const { leftOut, isLeft, agree } = pasted;
  const take = useRef<HTMLButtonElement>(null);
  const { title, hint, one, many } = NAMES[kind];
  useEffect(() => {
    if (isReady) take.current?.focus();
  }, [isReady]);

  return (
    <section
      aria-label={title}
      className="mb-3 border-y border-hairline py-3 text-[14.5px]"
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h3 className="font-display text-[18px] font-bold">{title}</h3>
        {kinds.length > 1 && (
          <div className="choices" role="group" aria-label="What is pasted">
            {kinds.map((name) => (
              <button
                key={name}
                type="button"
                aria-pressed={name === kind}
                onClick={() => {
                  again();
                  onKind(name);
                }}
              >
                {NAMES[name].title.replace('Paste ', '')}
              </button>
            ))}
          </div>
        )}
        <p className="text-ink2">{hint}</p>
      </div>
      {view === null && (
        <textarea
          autoFocus
          aria-label="Cells from a spreadsheet"
          placeholder="Copy the cells in your spreadsheet, then paste here (Ctrl V)"
          className="mt-2 block h-28 w-full rounded border border-hairline bg-raised px-2 py-1 font-mono text-[13px]"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
      )}
      {view && (
        <PasteTable
          view={view}
          onChoice={(change) => setChoice({ ...choice, ...change })}
          shared={choice.shared}
        />
      )}
      {leftOut.length > 0 && (
        <label className="flex cursor-pointer items-baseline gap-2 pt-2 text-warn">
          <input type="checkbox" checked={isLeft} onChange={({ target }) => agree(target.checked)} />
          <span dir="auto">
            Leave out{' '}
            {leftOut.map((heading, i) => `“${heading || `column ${i + 1} without a heading`}”`).join(', ')}:
            no field takes {leftOut.length === 1 ? 'it' : 'them'}. Choose a field above to keep{' '}
            {leftOut.length === 1 ? 'it' : 'them'}.
          </span>
        </label>
      )}
      <Fault className="pt-2 text-[14px]">{fault}</Fault>
      <p className="flex flex-wrap items-center gap-3 pt-2">
        {view && (
          <button
            ref={take}
            type="button"
            className="act-button"
            disabled={!isReady || busy}
            onClick={() => void send()}
          >
            Take {plural(view.rows.length, one, many)}
          </button>
        )}
        {view && (
          <Button
            onClick={() => {
              setText('');
              again();
            }}
          >
            Paste another
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
        {faulty > 0 && (
          <span className="text-bad">
            ▲ {plural(faulty, 'line has', 'lines have')} faults, marked in red. Nothing is taken before they
            are mended.
          </span>
        )}
      </p>
    </section>
  );
}
