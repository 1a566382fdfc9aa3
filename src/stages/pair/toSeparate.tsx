'use client';

import type { PairData } from '@/lab/orders/pairs/pairPage';
import { chanceWords } from '../desk/chanceWords';
import { SeparateOffer } from '../desk/separateOffer';

/** How likely one of two is ahead at the line in hand; where they tie, what would separate them. */
export function ToSeparate({ data, inHand }: { data: PairData; inHand: NonNullable<PairData['inHand']> }) {
  const { one, other } = data;
  const { row, chance, likely, offer } = inHand;
  return (
    <section aria-label="To separate them" className="space-y-2 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold">{offer ? 'To separate them' : 'How sure is it?'}</h3>
      <p>
        Taken as the only pair, the chance that <span dir="auto">{data[likely].product}</span> is really ahead
        is <b>{chanceWords(chance)}</b>.
        {offer &&
          chance > 0.95 &&
          ' Where more are compared, and under more conditions, some look so by chance.'}
      </p>
      {offer && (
        <SeparateOffer
          {...{ roundUpId: data.roundUpId, offer, unit: row.unit }}
          nameOf={(entry) => (entry === one.entry ? one : other).product}
        />
      )}
    </section>
  );
}
