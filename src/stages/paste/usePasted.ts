import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import type { PasteView } from '@/lab/paste/pasteColumns';
import { sendJson } from '@/ui/sendJson';
import { UNDO_MS } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';
import type { Pasting } from './usePaste';

interface Choice {
  as: (string | null)[] | null;
  shared: Record<string, string>;
}

/** A pasted block as the lab understands it, looked at again at each change; taken whole, with its undo. */
export function usePasted(roundUpId: number, { kind, text: first }: Pasting, onClose: () => void) {
  const router = useRouter();
  const [text, setText] = useState(first);
  const [choice, setChoice] = useState<Choice>({ as: null, shared: {} });
  const [view, setView] = useState<PasteView | null>(null);
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState(false);
  const [agreed, setAgreed] = useState('');
  const url = `/api/round-ups/${roundUpId}/paste`;
  const body = { who: whoIsHere(), kind, text, as: choice.as, shared: Object.entries(choice.shared) };

  useEffect(() => {
    if (text.trim() === '') return;
    let isOld = false;
    const wait = setTimeout(() => {
      void sendJson<PasteView>(url, 'POST', { ...body, what: 'look' }).then((answer) => {
        if (isOld) return;
        setFault(answer.ok ? '' : answer.message);
        setView(answer.ok && answer.body.rows ? (answer.body as PasteView) : null);
      });
    }, 150);
    return () => {
      isOld = true;
      clearTimeout(wait);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the body is made of these.
  }, [text, choice, kind, url]);

  const faulty = view?.rows.filter((row) => row.fault || Object.keys(row.faults).length > 0).length ?? 0;
  // Columns with values that nothing takes are left out only by name.
  const leftOut = (view?.headings ?? []).filter(
    (_, i) => view!.as[i] === null && view!.rows.some(({ cells }) => (cells[i] ?? '').trim() !== ''),
  );
  const isLeft = leftOut.join('\n') === agreed;
  const isReady = view !== null && view.rows.length > 0 && faulty === 0 && (leftOut.length === 0 || isLeft);

  async function send() {
    setBusy(true);
    const answer = await sendJson<{ said: string; undo: unknown }>(url, 'POST', { ...body, what: 'take' });
    setBusy(false);
    if (!answer.ok) return setFault(answer.message);
    const { undo } = answer.body;
    notice.done(String(answer.body.said), {
      duration: UNDO_MS,
      action: {
        label: 'Undo',
        onClick: () =>
          void sendJson(url, 'POST', { who: whoIsHere(), kind, what: 'undo', undo }).then((back) => {
            if (back.ok) router.refresh();
            else notice.refused(back.message);
          }),
      },
    });
    onClose();
    router.refresh();
  }

  /** The block is understood from nothing. */
  const again = () => {
    setChoice({ as: null, shared: {} });
    setView(null);
  };

  const agree = (isAgreed: boolean) => setAgreed(isAgreed ? leftOut.join('\n') : '');
  return {
    ...{ text, setText, view, choice, setChoice, again, fault, busy, faulty, isReady, send },
    ...{ leftOut, isLeft, agree },
  };
}
