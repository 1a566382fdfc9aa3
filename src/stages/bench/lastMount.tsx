'use client';

import { loadLabel } from '@/core/runs/load';
import { Link } from '@/ui/frame/link';
import { useRouter } from 'next/navigation';
import { figure, plural } from '@/ui/marks/figures';
import type { BenchData } from '@/lab/bench/benchView';
import { sendOrder } from './sendOrder';

/** How the last mount ended, and whether it should be made again. */
export function LastMount({ data }: { data: BenchData }) {
  const router = useRouter();
  if (!data.last) return null;
  const { state, advice } = data.last;
  const at = { entry: state.entry, mount: advice.advice === 'none' ? state.mount : advice.mount };
  async function order(what: 'remount' | 'stands') {
    if (advice.advice === 'none') return;
    const text = `${figure(advice.byK, 1)} K hotter than its other mounts`;
    const tries = advice.advice === 'stands' ? advice.tries : 0;
    if (await sendOrder(data.roundUpId, { do: what, ...at, tries, text })) router.refresh();
  }
  return (
    <section aria-label="Last mount" className="space-y-2">
      <h2
        className={`font-display text-[20px] leading-tight font-bold ${state.phase === 'stopped' ? 'text-bad' : ''}`}
      >
        {state.phase === 'stopped'
          ? `${state.name}, mount ${state.mount}: stopped`
          : `${state.name}, mount ${state.mount}: done`}
      </h2>
      <p className={`text-[16px] ${state.alarm ? 'text-bad' : ''}`}>
        {state.alarm && '▲ '}
        {state.phase === 'stopped' ? state.said : `${plural(state.finished, 'run')} in the `}
        {state.phase !== 'stopped' && (
          <>
            <Link className="underline underline-offset-2" href={`/round-ups/${data.roundUpId}/logbook`}>
              Logbook
            </Link>
            .
          </>
        )}
      </p>
      {state.phase === 'stopped' && state.at < state.points.length && (
        <p className="text-[14.5px] text-ink2">What was not measured is in the plan again.</p>
      )}
      {advice.advice === 'remount' && (
        <div className="space-y-2 rounded-md border border-warn p-3" role="alert">
          <p>
            ▲ Mount {advice.mount} of {state.name} is {figure(advice.byK, 1)} K hotter than its others. Check
            paste and seating, then remount. Its runs are set aside and planned again.
          </p>
          <button type="button" className="act-button" onClick={() => void order('remount')}>
            Set aside, mount it again
          </button>
        </div>
      )}
      {advice.advice === 'stands' && (
        <div className="space-y-2 rounded-md border border-warn p-3" role="alert">
          <p>
            ▲ {advice.tries} tries at mount {advice.mount} agree, {figure(advice.byK, 1)} K hotter than the
            others: likely the product. The result is kept, and its runs say so.
          </p>
          <button type="button" className="act-button" onClick={() => void order('stands')}>
            Keep the result
          </button>
        </div>
      )}
      {state.skipped.length > 0 && (
        <ul className="text-[14px] text-ink2" aria-label="Left out">
          {state.skipped.map((point, i) => (
            <li key={i}>
              {loadLabel(point)}, {point.setting}: left out, {point.why}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
