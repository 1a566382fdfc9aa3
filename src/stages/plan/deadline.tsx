import { briefLoad, type Brief } from '@/core/brief/brief';
import { daysBetween } from '@/core/plan/laidPlan';
import type { PlanSheet } from '@/core/plan/planSheet';
import { loadKey } from '@/core/runs/load';
import type { PlanData } from '@/lab/planning/planView';
import { dayWords } from '@/core/timeWords';
import { plural } from '@/ui/marks/figures';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';
import { TextButton } from '@/ui/frame/button';

/** How a plan stands to its deadline, and what fits it there. Days as 2026-12-01. */
export function DeadlineNote({
  deadline,
  today,
  finish,
  onFit,
}: {
  deadline: string;
  today: string;
  finish: string;
  onFit: () => void;
}) {
  const past = deadline < today;
  const late = finish > deadline;
  return (
    <p className={`text-[14px] ${late ? 'text-bad' : 'text-ok'}`}>
      {past
        ? `▲ The deadline, ${dayWords(deadline)}, is past.`
        : late
          ? `▲ ${plural(daysBetween(deadline, finish), 'day')} late: the deadline is ${dayWords(deadline)}.`
          : daysBetween(finish, deadline) === 0
            ? `On the deadline, ${dayWords(deadline)}.`
            : `${plural(daysBetween(finish, deadline), 'day')} early: the deadline is ${dayWords(deadline)}.`}{' '}
      {late && !past && <TextButton onClick={onFit}>Fit it to the deadline</TextButton>}
    </p>
  );
}

export interface WhatWasGivenUp {
  words: string[];
  fits: boolean;
}

/** What the deadline cost, and the press that takes it into the brief: what the plan gave up is no longer promised by that either. */
export function GaveUp({ gaveUp, data, plan }: { gaveUp: WhatWasGivenUp; data: PlanData; plan: PlanSheet }) {
  const { act } = useAct();
  const { brief } = data;
  const { mounts, passes } = plan.settings;
  const kept = brief.body.loads.filter((load) => !plan.droppedLoads.includes(loadKey(briefLoad(load))));
  const briefDiffers =
    brief.body.mounts !== mounts || brief.body.passes !== passes || kept.length < brief.body.loads.length;

  async function intoBrief() {
    const write = (version: number, body: Brief, reason: string) => ({
      url: `/api/sheets/brief/${data.roundUpId}`,
      method: 'PATCH' as const,
      body: { who: whoIsHere(), reason, version, body },
    });
    await act({
      ...write(brief.version, { ...brief.body, mounts, passes, loads: kept }, 'fitted to the deadline'),
      said: 'The brief promises what the plan holds',
      undo: ({ version }) => write(Number(version), brief.body, 'undone'),
    });
  }
  return (
    <p className="text-[14px]" role="status">
      {gaveUp.words.length === 0 ? 'Nothing had to be given up.' : `Given up: ${gaveUp.words.join('; ')}.`}{' '}
      {!gaveUp.fits && 'The plan still ends late.'}{' '}
      {briefDiffers && <TextButton onClick={() => void intoBrief()}>Take it into the brief, too</TextButton>}
    </p>
  );
}
