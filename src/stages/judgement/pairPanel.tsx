'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { chanceAhead } from '@/core/judgement/chanceAhead';
import { toSeparate } from '@/core/judgement/toSeparate';
import { pairDifference } from '@/core/ranking/pairDifference';
import { figure, plural, signed } from '@/ui/figures';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import type { JudgedItem, JudgementData } from './judgementData';

/** Two entries set against one another: how far apart, who is ahead with what chance, and what would tell. */
export function PairPanel({ one, other, data }: { one: JudgedItem; other: JudgedItem; data: JudgementData }) {
  const router = useRouter();
  const { difference, interval95, isOpen } = pairDifference(one.placed, other.placed);
  const chance = chanceAhead(one.placed, other.placed, data.response.better);
  const [ahead, share] = chance >= 0.5 ? [one, chance] : [other, 1 - chance];
  const found = toSeparate({ ...one.placed, ...one }, { ...other.placed, ...other });
  const { plan } = data;

  async function putOnPlan(mounts: number, passes: number) {
    const settings = {
      ...plan!.body.settings,
      mounts: Math.max(plan!.body.settings.mounts, mounts),
      passes: Math.max(plan!.body.settings.passes, passes),
    };
    const answer = await sendJson(`/api/sheets/plan/${data.roundUpId}`, 'PATCH', {
      who: whoIsHere(),
      reason: `to tell ${one.product} from ${other.product}`,
      version: plan!.version,
      body: { ...plan!.body, settings },
    });
    if (!answer.ok) return void toast.error(answer.message);
    toast.success(
      `On the plan: ${plural(settings.mounts, 'mount')} of ${plural(settings.passes, 'pass', 'passes')}`,
    );
    router.refresh();
  }

  return (
    <section aria-label="Two of them" className="space-y-1.5 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold" dir="auto">
        {one.product} against {other.product}
      </h3>
      <p>
        Difference{' '}
        <b>
          {signed(difference, 2)} {data.response.unit}
        </b>{' '}
        ± {figure(interval95, 2)} {data.response.unit}
        {isOpen ? ': cannot be told apart.' : ': told apart.'}
      </p>
      <p>
        <span dir="auto">{ahead.product}</span> is ahead with a chance of <b>{chanceWords(share)}</b>.
      </p>
      {found.known ? (
        <>
          <p>
            {plural(found.value.mounts, 'mount')} of {plural(found.value.passes, 'pass', 'passes')} each would
            tell, if the difference is what it seems: {plural(found.value.readings, 'reading')} of each
            setting in place of {found.value.readingsNow}.
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
              There is no plan to put it on yet
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
