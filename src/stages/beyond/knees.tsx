import { Term } from '@/ui/marks/term';
import { inARow } from '@/core/words';
import type { BeyondData, JudgedItem } from '@/lab/orders/beyond/beyondPage';
import { DraftField } from '@/ui/form/draftField';
import { figure } from '@/ui/marks/figures';
import { worthPct } from './measures';
import type { IntervalsSoFar } from './useIntervals';

/** From where on a decibel more buys little, of each whose curve bears it; who still gains at its loudest; of whom it cannot be said. */
export function Knees({
  data,
  done,
  onWorth,
}: {
  data: BeyondData;
  done: IntervalsSoFar['done'];
  onWorth: (worthPct: number) => void;
}) {
  const knees = data.items.flatMap((item) => {
    const { kneeDba } = item.detail;
    return kneeDba.known ? [{ item, atDb: kneeDba.value }] : [];
  });
  const reasons = new Map<string, JudgedItem[]>();
  for (const item of data.items) {
    const { kneeDba } = item.detail;
    if (kneeDba.known) continue;
    reasons.set(kneeDba.reason, [...(reasons.get(kneeDba.reason) ?? []), item]);
  }
  return (
    <section aria-label="Where more noise buys little" className="text-[14.5px]">
      <h2 className="font-display pb-1 text-[16px] font-bold">
        Where more noise buys little: the <Term name="knee" />
      </h2>
      <p className="label-text pb-1">
        One dB must cut K/W by{' '}
        <DraftField
          label="One dB must cut K/W by, %"
          value={worthPct(data)}
          least={0.01}
          most={50}
          onValue={onWorth}
        />{' '}
        %
      </p>
      {knees.map(({ item, atDb }) => {
        const drawn = done.get(item.entry);
        return (
          <p key={item.entry} dir="auto">
            <b>{item.product}</b>: no longer past about {figure(atDb, 0)} dB(A) (±{' '}
            {!drawn ? '…' : drawn.kneeDba === null ? 'not available' : figure(drawn.kneeDba, 1)}).
          </p>
        );
      })}
      {[...reasons].map(([reason, items]) => (
        <p key={reason} className="text-ink2" dir="auto">
          {inARow(items.map(({ product }) => product))}: {reason}.
        </p>
      ))}
    </section>
  );
}
