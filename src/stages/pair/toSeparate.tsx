'use client';

import Link from 'next/link';
import { toSeparate } from '@/core/judgement/toSeparate';
import { chanceAhead } from '@/core/judgement/chanceAhead';
import type { PairData } from '@/lab/orders/pairPage';
import { figure, plural } from '@/ui/marks/figures';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';

/** What would tell two apart that tie at the line in hand, and the press that puts it on the plan. */
export function ToSeparate({ data }: { data: PairData }) {
  const { act, busy } = useAct();
  const { one, other, plan, rows } = data;
  if (!one.judged || !other.judged || !data.isInHand) return null;
  const main = rows[0]!;
  const chance = chanceAhead(one.judged.placed, other.judged.placed, main.better);
  const likely = chance >= 0.5 ? one.product : other.product;
  const share = Math.max(chance, 1 - chance);
  const found = toSeparate(
    { ...one.judged.placed, ...one.judged },
    { ...other.judged.placed, ...other.judged },
    data.compared,
  );

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
      <h3 className="font-display text-[16px] font-bold">
        {main.ahead === null ? 'To separate them' : 'How sure is it?'}
      </h3>
      <p>
        Taken as the only pair, the chance that <span dir="auto">{likely}</span> is really ahead is{' '}
        <b>{share > 0.995 ? 'over\u00a099\u202f%' : `${figure(100 * share, 0)}\u202f%`}</b>.
        {main.ahead === null &&
          share > 0.95 &&
          data.compared > 2 &&
          ` Among ${data.compared} entries some pair looks so by chance.`}
      </p>
      {main.ahead === null && found.known && (
        <>
          <p>
            Measure each with {plural(found.value.mounts, 'mount')} of{' '}
            {plural(found.value.passes, 'pass', 'passes')}: {plural(found.value.readings, 'run')} a setting,
            now {found.value.readingsNow}. That separates a gap of {figure(Math.abs(main.lead), 2)}{' '}
            {main.unit} 4 times in 5.
          </p>
          {plan ? (
            <button
              type="button"
              className="act-button"
              disabled={busy}
              onClick={() => void putOnPlan(found.value.mounts, found.value.passes)}
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
      {main.ahead === null && !found.known && (
        <p className="text-ink2">
          {found.reason === 'already separated'
            ? 'At this line alone they are separated; with all rows judged together they tie.'
            : `${found.reason.charAt(0).toUpperCase()}${found.reason.slice(1)} ${main.unit}.`}
        </p>
      )}
    </section>
  );
}
