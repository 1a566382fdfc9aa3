'use client';

import { Link } from '@/ui/frame/link';
import { sentence } from '@/core/words';
import type { PairData } from '@/lab/orders/pairs/pairPage';
import { figure, plural } from '@/ui/marks/figures';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';

/** What would tell two apart that tie at the line in hand, and the press that puts it on the plan. */
export function ToSeparate({ data, inHand }: { data: PairData; inHand: NonNullable<PairData['inHand']> }) {
  const { act, busy } = useAct();
  const { one, other, plan } = data;
  const { row, chance, likely, separation } = inHand;
  const isTie = row.ahead === null;

  function putOnPlan(mounts: number, passes: number) {
    const settings = {
      ...plan!.body.settings,
      mounts: Math.max(plan!.body.settings.mounts, mounts),
      passes: Math.max(plan!.body.settings.passes, passes),
    };
    return act({
      url: `/api/sheets/plan/${data.roundUpId}`,
      method: 'PATCH',
      body: {
        who: whoIsHere(),
        reason: `to separate ${one.product} and ${other.product}`,
        version: plan!.version,
        body: { ...plan!.body, settings },
      },
      said: `On the plan: ${plural(settings.mounts, 'mount')} of ${plural(settings.passes, 'pass', 'passes')}`,
    });
  }

  return (
    <section aria-label="To separate them" className="space-y-2 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold">{isTie ? 'To separate them' : 'How sure is it?'}</h3>
      <p>
        Taken as the only pair, the chance that <span dir="auto">{data[likely].product}</span> is really ahead
        is <b>{chance > 0.995 ? 'over\u00a099\u202f%' : `${figure(100 * chance, 0)}\u202f%`}</b>.
        {isTie &&
          chance > 0.95 &&
          ' Where more are compared, and under more conditions, some look so by chance.'}
      </p>
      {isTie && separation.known && (
        <>
          <p>
            Measure each with {plural(separation.value.mounts, 'mount')} of{' '}
            {plural(separation.value.passes, 'pass', 'passes')}: {plural(separation.value.readings, 'run')} a
            setting, now {separation.value.readingsNow}. That separates a gap of{' '}
            {figure(Math.abs(row.lead), 2)} {row.unit} 4 times in 5.
          </p>
          {plan ? (
            <button
              type="button"
              className="act-button"
              disabled={busy}
              onClick={() => void putOnPlan(separation.value.mounts, separation.value.passes)}
            >
              Put them on the plan
            </button>
          ) : (
            <Link className="underline underline-offset-2" href={`/round-ups/${data.roundUpId}/plan`}>
              Write a plan first
            </Link>
          )}
        </>
      )}
      {isTie && !separation.known && (
        <p className="text-ink2">
          {sentence(separation.reason)} {row.unit}.
        </p>
      )}
    </section>
  );
}
