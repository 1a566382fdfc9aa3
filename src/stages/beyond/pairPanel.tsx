'use client';

import Link from 'next/link';
import { chanceAhead } from '@/core/judgement/chanceAhead';
import { toSeparate } from '@/core/judgement/toSeparate';
import { pairDifference } from '@/core/ranking/pairDifference';
import { figure, plural, signed } from '@/ui/marks/figures';
import { whoIsHere } from '@/ui/who';
import type { JudgedItem, BeyondData } from '@/lab/orders/beyondPage';
import { useAct } from '@/ui/useAct';

/** Two entries set against one another: how far apart, who is ahead with what chance, and what would separate them. */
export function PairPanel({ one, other, data }: { one: JudgedItem; other: JudgedItem; data: BeyondData }) {
  const { act } = useAct();
  const count = data.items.length;
  const { difference, interval95, isOpen } = pairDifference(one.placed, other.placed, count);
  const chance = chanceAhead(one.placed, other.placed, data.response.better);
  const [better, worse] = (data.response.better === 'lower' ? difference > 0 : difference < 0)
    ? [one, other]
    : [other, one];
  const [ahead, share] = chance >= 0.5 ? [one, chance] : [other, 1 - chance];
  const found = toSeparate({ ...one.placed, ...one }, { ...other.placed, ...other }, count);
  const { plan } = data;

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
        reason: `to tell ${one.product} from ${other.product}`,
        version: plan!.version,
        body: { ...plan!.body, settings },
      },
      said: `On the plan: ${plural(settings.mounts, 'mount')} of ${plural(settings.passes, 'pass', 'passes')}`,
    });
  }

  return (
    <section aria-label="Two of them" className="space-y-1.5 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold" dir="auto">
        {one.product} against {other.product}
      </h3>
      <p dir="auto">
        {isOpen
          ? `${one.product} and ${other.product} are a tie: `
          : `${better.product} is ahead of ${worse.product} by `}
        <b>{isOpen ? signed(difference, 2) : figure(Math.abs(difference), 2)}</b> ± {figure(interval95, 2)}{' '}
        {data.response.unit}
        {count > 2 && `, so that the differences of all ${count} entries hold at once`}.
      </p>
      <p>
        Chance that <span dir="auto">{ahead.product}</span> is really ahead: <b>{chanceWords(share)}</b>
      </p>
      {found.known ? (
        <>
          <p>
            To separate them, measure each with {plural(found.value.mounts, 'mount')} of{' '}
            {plural(found.value.passes, 'pass', 'passes')}: {plural(found.value.readings, 'run')} a setting,
            now {found.value.readingsNow}. That separates a gap like this one in four of five round-ups, if it
            stays what it is.
          </p>
          {plan ? (
            <button
              type="button"
              className="quiet-button"
              onClick={() => void putOnPlan(found.value.mounts, found.value.passes)}
            >
              Put that on the plan
            </button>
          ) : (
            <Link className="underline underline-offset-2" href={`/round-ups/${data.roundUpId}/plan`}>
              Write a plan first
            </Link>
          )}
        </>
      ) : (
        <p className="text-ink2">{found.reason.charAt(0).toUpperCase() + found.reason.slice(1)}.</p>
      )}
    </section>
  );
}

function chanceWords(share: number): string {
  return share > 0.995 ? 'over 99 %' : `${figure(100 * share, 0)} %`;
}
