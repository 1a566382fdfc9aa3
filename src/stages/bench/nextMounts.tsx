'use client';

import { Link } from '@/ui/frame/link';
import { useState } from 'react';
import { dayWords } from '@/core/timeWords';
import { clockText } from '@/ui/clock';
import { plural } from '@/ui/marks/figures';
import type { UpcomingMount } from '@/core/plan/upcomingMount';
import type { BenchData } from '@/lab/bench/benchView';
import { sendOrder } from './sendOrder';
import { useSpace } from './useSpace';

function whenWords(mount: UpcomingMount, today: string): string {
  return mount.day === today
    ? clockText(mount.fromMin)
    : `${dayWords(mount.day)}, ${clockText(mount.fromMin)}`;
}

function lasting(min: number): string {
  return min < 90 ? `${Math.round(min)} min` : `${(min / 60).toFixed(1)} h`;
}

/** The plan's next mounts, re-timed from now; the one to begin with can be chosen. */
export function NextMounts({
  data,
  free,
  next,
  onChoose,
  hasMicrophone,
}: {
  data: BenchData;
  free: boolean;
  next: UpcomingMount | undefined;
  onChoose: (id: string) => void;
  hasMicrophone: boolean;
}) {
  const [sending, setSending] = useState(false);
  const [sound, setSound] = useState(false);
  const begin = async () => {
    if (!next || !free || sending) return;
    setSending(true);
    await sendOrder(data.roundUpId, { do: 'start', mounting: next.id, sound: hasMicrophone && sound });
    setSending(false);
  };
  useSpace(() => void begin(), free);
  if (!next) return null;
  const control = data.upcoming[0]!.isControl ? data.upcoming[0]! : null;
  return (
    <section className="space-y-2.5" aria-label="Next mounts">
      {free && (
        <>
          <button
            type="button"
            disabled={sending}
            onClick={() => void begin()}
            className="flex w-full cursor-pointer items-center gap-3 rounded-lg bg-act px-4 py-3.5 text-left text-[17px] font-semibold text-on-act"
          >
            <span className="min-w-0 truncate">
              {next.begun ? 'Go on with' : 'Begin:'} {next.name}, mount {next.mount}
            </span>
            <kbd className="ml-auto rounded border border-current/40 px-1.5 font-sans text-[12.5px] font-normal">
              Space
            </kbd>
          </button>
          {hasMicrophone && (
            <label className="flex items-center gap-2 text-[14.5px]">
              <input type="checkbox" checked={sound} onChange={({ target }) => setSound(target.checked)} />
              Record the room and each reading by the microphone, too
            </label>
          )}
          <p className="label-text">
            {plural(next.left, 'reading')} left, about {lasting(next.lastsMin)} with mounting.
          </p>
          {control && next !== control && (
            <p className="text-[14px] text-warn">
              ▲ A control re-test is due: {control.name} comes first in the plan.
            </p>
          )}
          {control && next === control && <p className="text-[14px] text-ok">A control re-test is due.</p>}
        </>
      )}
      <h3 className="font-display pt-1 text-[16px] font-bold">{free ? 'Then' : 'After this mount'}</h3>
      <ol className="max-h-[300px] overflow-y-auto" tabIndex={0} aria-label="Mounts of the plan">
        {data.upcoming
          .filter((mount) => mount !== next || !free)
          .map((mount) => (
            <li key={mount.id} className="flex items-baseline gap-2 border-b border-hairline py-1.5">
              <button
                type="button"
                disabled={!free}
                className={`min-w-0 truncate text-left ${free ? 'cursor-pointer hover:underline' : ''}`}
                title={`${mount.name}${mount.fans ? `, ${mount.fans}` : ''}${free ? ': begin with this one instead' : ''}`}
                onClick={() => onChoose(mount.id)}
              >
                {mount.isControl && <span className="text-ink2">Control: </span>}
                {mount.name}, mount {mount.mount}
              </button>
              <span className="ml-auto shrink-0 text-[13px] text-ink2">
                {plural(mount.left, 'reading')} · {whenWords(mount, data.today)}
              </span>
            </li>
          ))}
      </ol>
      <p className="label-text">
        Times follow what really happened. The order is changed in{' '}
        <Link href={`/round-ups/${data.roundUpId}/plan`} className="underline underline-offset-2">
          Plan
        </Link>
        .
      </p>
    </section>
  );
}
