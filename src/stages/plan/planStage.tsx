'use client';

import { cannotTell } from '@/core/plan/cannotTell';
import { loadKey, type Load } from '@/core/runs/load';
import { useMemo, useRef, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { dayAfter, daysBetween, layPlan } from '@/core/plan/laidPlan';
import { costOfSheet } from '@/core/plan/planCost';
import type { PlanSheet } from '@/core/plan/planSheet';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet } from '@/ui/form/useSheet';
import { DeadlineNote, GaveUp, type WhatWasGivenUp } from './deadline';
import { PilotForm } from './pilotForm';
import { PlanChoices } from './planCosts';
import type { PlanData } from '@/lab/planning/planView';
import { OwnRepeats } from './ownRepeats';
import { PlanFigures, CannotTell } from './planFigures';
import { PlanHead } from './planHead';
import { RunDays } from './runDays';
import { SpreadSources } from './spreadSources';
import { WantedDifference } from './wantedDifference';
import { PlanSettingsForm } from './planSettingsForm';
import { usePlanWork } from './usePlanWork';
import { TextButton } from '@/ui/frame/button';

/** Keys of the loads that are not among those kept. */
function leftOut(loads: readonly Load[], kept: readonly Load[]): string[] {
  const keys = new Set(kept.map(loadKey));
  return loads.map(loadKey).filter((key) => !keys.has(key));
}

/** The run sheet by days, beside it what it costs and what it can show. */
export function PlanStage({ data }: { data: PlanData }) {
  const form = useRef<HTMLFormElement>(null);
  const sheet = useSheet('plan', data.roundUpId, data.sheet);
  const plan = sheet.body;
  const { settings } = plan;
  const laid = useMemo(() => layPlan(plan, data), [plan, data]);
  const scene = useMemo(
    () => ({ entries: data.entries, loads: laid.loads, scatter: data.scatter }),
    [data.entries, laid.loads, data.scatter],
  );
  const { found, fit, least, spread } = usePlanWork(settings, scene, laid.problems.length === 0);
  const [gaveUp, setGaveUp] = useState<WhatWasGivenUp | null>(null);
  const names = useMemo(
    () => new Map(data.entries.map((entry, i) => [entry.entry, { name: entry.name, place: i }])),
    [data.entries],
  );
  const errorOf = (field: string) =>
    laid.problems.find((problem) => problem.field === field)?.message ??
    fieldFault(sheet, `settings.${field}`);
  const cost = laid.sheet && costOfSheet(laid.sheet);
  const finish = cost && dayAfter(settings.startOn, cost.endDay);
  const late = finish !== null && data.deadline !== '' && finish > data.deadline;
  const byHand = plan.order.length > 0;
  const dropped = data.loads.filter((load) => plan.droppedLoads.includes(loadKey(load)));
  const blind = cannotTell(settings, dropped, data.isCold);
  const set = (next: PlanSheet) => {
    setGaveUp(null);
    sheet.set(next);
  };

  async function submit(event: React.FormEvent) {
    event.preventDefault();
    if (form.current!.reportValidity()) await sheet.save({ said: 'Plan saved' });
  }

  async function fitNow() {
    const lastDay = daysBetween(settings.startOn, data.deadline);
    const fitted = await fit(lastDay);
    sheet.set({
      ...plan,
      settings: fitted.settings,
      droppedLoads: leftOut(data.loads, fitted.loads),
    });
    setGaveUp({ words: fitted.gaveUp, fits: fitted.fits });
    if (!fitted.fits) notice.refused('Even the smallest plan ends after the deadline');
  }

  return (
    <form
      ref={form}
      onSubmit={(event) => void submit(event)}
      className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-4 pb-4 md:px-7 lg:flex-row"
    >
      <section className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label="Run sheet">
        <PlanHead
          data={data}
          laid={laid}
          byHand={byHand}
          maySave={!sheet.busy && (sheet.dirty || data.sheet.version === 0) && laid.problems.length === 0}
          onDesigned={() => set({ ...plan, order: [] })}
        />
        <SheetTrouble sheet={sheet} />
        {laid.problems.map((problem) => (
          <p key={problem.field} role="alert" className="text-[14px] text-bad">
            ▲ {problem.message}
          </p>
        ))}
        <RunDays settings={settings} laid={laid} names={names} onOrder={(order) => set({ ...plan, order })} />
      </section>
      <aside
        className="shrink-0 space-y-4 border-hairline lg:w-[390px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="Plan at a glance"
        tabIndex={0}
      >
        {cost && found && (
          <PlanFigures
            cost={cost}
            finish={finish!}
            late={late}
            differenceK={found.now.differenceK}
            data={data}
          />
        )}
        <CannotTell blind={blind} />
        <WantedDifference
          unit={data.unit}
          least={least}
          isSound={laid.problems.length === 0}
          onPlan={(next) => set({ ...plan, settings: next })}
        />
        {data.unit === 'K' && <SpreadSources data={data} tell={spread} />}
        {data.deadline !== '' && finish && (
          <DeadlineNote
            deadline={data.deadline}
            today={data.now.day}
            finish={finish}
            onFit={() => void fitNow()}
          />
        )}
        {gaveUp && <GaveUp gaveUp={gaveUp} data={data} plan={plan} />}
        {found && (
          <section aria-label="Single changes">
            <h3 className="font-display text-[16px] font-bold">Single changes</h3>
            <PlanChoices
              unit={data.unit}
              now={found.now}
              choices={found.choices}
              onChoose={(choice) =>
                set({
                  ...plan,
                  settings: choice.settings,
                  droppedLoads: leftOut(data.loads, choice.loads),
                })
              }
            />
          </section>
        )}
        {plan.droppedLoads.length > 0 && (
          <p className="text-[14px]">
            Left out: {plan.droppedLoads.join(', ')}.{' '}
            <TextButton onClick={() => set({ ...plan, droppedLoads: [] })}>Take all loads back in</TextButton>
          </p>
        )}
        <OwnRepeats
          {...{ settings, names }}
          onOwn={(own) => set({ ...plan, settings: { ...settings, own } })}
        />
        <section aria-label="Made from">
          <h3 className="font-display pb-1 text-[16px] font-bold">Made from</h3>
          <PlanSettingsForm
            settings={settings}
            tuned={data.tuned}
            isCold={data.isCold}
            hasPump={data.entries.some(({ kind }) => kind === 'liquid')}
            onSettings={(next) => set({ ...plan, settings: next })}
            errorOf={errorOf}
          />
        </section>
        <PilotForm data={data} plan={plan} onPlan={set} />
      </aside>
    </form>
  );
}
