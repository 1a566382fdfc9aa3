'use client';

import type { PairData } from '@/lab/orders/pairs/pairPage';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';
import { Button } from '@/ui/frame/button';

/** The difference of the two as a live figure at the end of the verdict's summary: it follows the data. */
export function IntoText({ data, where }: { data: PairData; where: string }) {
  const { act, busy } = useAct();
  const { one, other, verdict, referredLoad } = data;
  if (referredLoad === null) return null;
  const difference = `{{rise ${one.entry} less ${other.entry} @ ${data.lineDb}${referredLoad}}}`;
  const text = `${one.product} against ${other.product} ${where}: ${difference}.`;
  return (
    <p className="border-t border-hairline pt-4">
      <Button
        disabled={busy}
        onClick={() =>
          void act({
            url: `/api/sheets/verdict/${data.roundUpId}`,
            method: 'PATCH',
            body: {
              who: whoIsHere(),
              version: verdict.version,
              body: {
                ...verdict.body,
                summary: verdict.body.summary ? `${verdict.body.summary} ${text}` : text,
              },
            },
            said: 'In the summary. Write shows it.',
          })
        }
      >
        Put it into the text
      </Button>
    </p>
  );
}
