'use client';

import { withRepeats } from '@/core/plan/furtherRepeats';
import { repeatsOf } from '@/core/plan/planSettings';
import { inARow, sentence } from '@/core/words';
import type { SeparationOffer } from '@/lab/orders/pairs/separationOffer';
import { Link } from '@/ui/frame/link';
import { figure, plural } from '@/ui/marks/figures';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';

interface Props {
  roundUpId: number;
  offer: SeparationOffer;
  unit: string;
  nameOf: (entry: string) => string;
}

/** What would separate two entries, what it takes at the bench, and the press that puts it on the plan. */
export function SeparateOffer({ roundUpId, offer, unit, nameOf }: Props) {
  const { act, busy } = useAct();
  const { separation, gap, own, hours, plan } = offer;
  if (!separation.known)
    return (
      <p className="text-ink2">
        {sentence(separation.reason)} {unit}.
      </p>
    );
  const { mounts, passes, readings, readingsNow } = separation.value;
  const names = inARow(own.map(({ entry }) => nameOf(entry)));

  const putOnPlan = (written: NonNullable<typeof plan>) => {
    const body = withRepeats(written.body, own);
    // Where the plan has more passes for all, these entries have them, too.
    const then = repeatsOf(body.settings, own[0]!.entry);
    return act({
      url: `/api/sheets/plan/${roundUpId}`,
      method: 'PATCH',
      body: { who: whoIsHere(), reason: `to separate ${names}`, version: written.version, body },
      said: `On the plan: ${plural(then.mounts, 'mount')} of ${plural(then.passes, 'pass', 'passes')} of ${names}`,
    });
  };

  return (
    <>
      <p>
        Measure {own.length > 1 ? 'each' : names} with {plural(mounts, 'mount')} of{' '}
        {plural(passes, 'pass', 'passes')}: {plural(readings, 'run')} a setting, now {readingsNow}
        {hours !== null && hours > 0 && <>, {figure(hours, 1)}&#8239;h more at the bench</>}. That separates a
        gap of {figure(gap, 2)} {unit} 4 times in 5.
        {own.length < 2 && ' The control repeats as the plan re-tests it.'}
      </p>
      {!plan ? (
        <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/plan`}>
          Write a plan first
        </Link>
      ) : hours === 0 ? (
        <p>
          The{' '}
          <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/plan`}>
            plan
          </Link>{' '}
          has these runs already.
        </p>
      ) : (
        <button type="button" className="act-button" disabled={busy} onClick={() => void putOnPlan(plan)}>
          Put them on the plan
        </button>
      )}
    </>
  );
}
