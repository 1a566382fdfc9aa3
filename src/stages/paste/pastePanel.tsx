'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { PasteName } from '@/lab/paste/paste';
import type { PasteView } from '@/lab/paste/pasteColumns';
import { plural } from '@/ui/marks/figures';
import { sendJson } from '@/ui/sendJson';
import { UNDO_MS } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';
import { PasteTable } from './pasteTable';
import type { Pasting } from './usePaste';

const NAMES: Record<PasteName, { title: string; hint: string; one: string; many: string }> = {
  runs: {
    title: 'Paste runs',
    hint: 'One line for each run: product, fans, noise, die, room, and what else you read. A line of headings helps.',
    one: 'run',
    many: 'runs',
  },
  rooms: {
    title: 'Paste room levels',
    hint: 'One line for each entry or mount, with the level of the room alone. It replaces the level that stands.',
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

interface Choice {
  as: (string | null)[] | null;
  shared: Record<string, string>;
}

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
  const router = useRouter();
  const { kind } = pasting;
  const [text, setText] = useState(pasting.text);
  const [choice, setChoice] = useState<Choice>({ as: null, shared: {} });
  const [view, setView] = useState<PasteView | null>(null);
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState(false);
  const take = useRef<HTMLButtonElement>(null);
  const { title, hint, one, many } = NAMES[kind];
  const url = `/api/round-ups/${roundUpId}/paste`;
  const body = { who: whoIsHere(), kind, text, as: choice.as, shared: Object.entries(choice.shared) };

  useEffect(() => {
    if (text.trim() === '') return;
    let isOld = false;
    const wait = setTimeout(() => {
      void sendJson(url, 'POST', { ...body, what: 'look' }).then((answer) => {
        if (isOld) return;
        setFault(answer.ok ? '' : answer.message);
        setView(answer.ok ? (answer.body as unknown as PasteView) : null);
      });
    }, 150);
    return () => {
      isOld = true;
      clearTimeout(wait);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the body is made of these.
  }, [text, choice, kind, url]);

  const faulty = view?.rows.filter((row) => row.fault || Object.keys(row.faults).length > 0).length ?? 0;
  const isReady = view !== null && view.rows.length > 0 && faulty === 0;
  useEffect(() => {
    if (isReady) take.current?.focus();
  }, [isReady]);

  async function send() {
    setBusy(true);
    const answer = await sendJson(url, 'POST', { ...body, what: 'take' });
    setBusy(false);
    if (!answer.ok) return setFault(answer.message);
    const { undo } = answer.body;
    toast.success(String(answer.body.said), {
      duration: UNDO_MS,
      action: {
        label: 'Undo',
        onClick: () =>
          void sendJson(url, 'POST', { who: whoIsHere(), kind, what: 'undo', undo }).then((back) => {
            if (back.ok) router.refresh();
            else toast.error(back.message);
          }),
      },
    });
    onClose();
    router.refresh();
  }

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
                  setChoice({ as: null, shared: {} });
                  setView(null);
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
      {fault && (
        <p role="alert" className="pt-2 text-bad" dir="auto">
          ▲ {fault}
        </p>
      )}
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
          <button
            type="button"
            className="quiet-button"
            onClick={() => {
              setText('');
              setChoice({ as: null, shared: {} });
              setView(null);
            }}
          >
            Paste another
          </button>
        )}
        <button type="button" className="quiet-button" onClick={onClose}>
          Cancel
        </button>
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
