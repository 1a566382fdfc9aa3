'use client';

import { briefLoad, type Brief } from '@/core/brief/brief';
import { cannotTell } from '@/core/plan/cannotTell';
import { loadKey, type Load } from '@/core/runs/load';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { dayAfter, daysBetween, layPlan } from '@/core/plan/laidPlan';
import { costOfSheet } from '@/core/plan/planCost';
import type { PlanSheet } from '@/core/plan/planSheet';
import { dayText } from '@/ui/clock';
import { figure, plural } from '@/ui/marks/figures';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet } from '@/ui/form/useSheet';
import { useAct } from '@/ui/useAct';
import { whoIsHere } from '@/ui/who';
import { PilotForm } from './pilotForm';
import { PlanChoices } from './planCosts';
import type { PlanData } from '@/lab/planning/planView';
import { SpreadSources } from './spreadSources';
import { WantedDifference } from './wantedDifference';
import { PlanSettingsForm } from './planSettingsForm';
import { Timeline } from './timeline';
import { usePlanWork } from './usePlanWork';

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
  const [gaveUp, setGaveUp] = useState<{ words: string[]; fits: boolean } | null>(null);
  const names = useMemo(
    () => new Map(data.entries.map((entry, i) => [entry.entry, { name: entry.name, place: i }])),
    [data.entries],
  );
  const errorOf = (field: string) =>
    laid.problems.find((problem) => problem.field === field)?.message ??
    fieldFault(sheet, `settings.${field}`);
  const cost = laid.sheet && costOfSheet(laid.sheet);
  const finish = cost && dayAfter(settings.startOn, cost.endDay);
  const past = data.deadline !== '' && data.deadline < data.now.day;
  const late = finish !== null && data.deadline !== '' && finish > data.deadline;
  const byHand = plan.order.length > 0;
  const dropped = data.loads.filter((load) => plan.droppedLoads.includes(loadKey(load)));
  const blind = cannotTell(settings, dropped, data.isCold);
  const { brief } = data;
  const keptLoads = brief.body.loads.filter((load) => !plan.droppedLoads.includes(loadKey(briefLoad(load))));
  const briefDiffers =
    brief.body.mounts !== settings.mounts ||
    brief.body.passes !== settings.passes ||
    keptLoads.length < brief.body.loads.length;
  const { act } = useAct();

  /** What the plan gave up is no longer promised by the brief either. */
  async function intoBrief() {
    const write = (version: number, body: Brief, reason: string) => ({
      url: `/api/sheets/brief/${data.roundUpId}`,
      method: 'PATCH' as const,
      body: { who: whoIsHere(), reason, version, body },
    });
    const { mounts, passes } = settings;
    await act({
      ...write(brief.version, { ...brief.body, mounts, passes, loads: keptLoads }, 'fitted to the deadline'),
      said: 'The brief promises what the plan holds',
      undo: ({ version }) => write(Number(version), brief.body, 'taken back'),
    });
  }

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
    if (!fitted.fits) toast.error('Even the smallest plan ends after the deadline');
  }

  return (
    <form
      ref={form}
      onSubmit={(event) => void submit(event)}
      className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-4 pb-4 md:px-7 lg:flex-row"
    >
      <section className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label="Run sheet">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
          <h2 className="font-display text-[22px] font-bold">
            {laid.planned === 0 ? 'Run sheet' : `${laid.done} of ${plural(laid.planned, 'reading')} measured`}
          </h2>
          <div className="ml-auto flex flex-wrap items-center gap-2">
            {byHand && (
              <button type="button" className="quiet-button" onClick={() => set({ ...plan, order: [] })}>
                Back to the designed order
              </button>
            )}
            {data.sheet.version > 0 && (
              <>
                <a
                  className="quiet-button"
                  href={`/round-ups/${data.roundUpId}/plan/print`}
                  target="_blank"
                  rel="noreferrer"
                >
                  Print
                </a>
                <a className="quiet-button" href={`/round-ups/${data.roundUpId}/plan/ics`} download>
                  Calendar
                </a>
              </>
            )}
            <button
              className="act-button"
              disabled={sheet.busy || (!sheet.dirty && data.sheet.version > 0) || laid.problems.length > 0}
            >
              Save the plan
            </button>
          </div>
        </div>
        <SheetTrouble sheet={sheet} />
        {laid.problems.map((problem) => (
          <p key={problem.field} role="alert" className="text-[14px] text-bad">
            ▲ {problem.message}
          </p>
        ))}
        {laid.breaks.length > 0 && (
          <ul
            className="max-h-24 overflow-y-auto pb-1 text-[14px] text-warn"
            aria-label="What this order breaks"
            tabIndex={0}
          >
            {laid.breaks.map((other, i) => (
              <li key={i}>▲ {other.message}</li>
            ))}
          </ul>
        )}
        <div
          className="relative min-h-[280px] flex-1 overflow-auto"
          tabIndex={0}
          role="region"
          aria-label="Days"
        >
          <div className="min-w-[640px]">
            {laid.sheet && laid.sheet.parts.length === 0 && (
              <p className="py-6">All that was planned has been measured.</p>
            )}
            {laid.sheet && laid.sheet.parts.length > 0 && (
              <Timeline
                settings={settings}
                laid={laid}
                nameOf={(entry) => names.get(entry)?.name ?? entry}
                placeOf={(entry) => names.get(entry)?.place ?? 0}
                onOrder={(order) => set({ ...plan, order })}
              />
            )}
          </div>
        </div>
        <p className="label-text pt-1.5">
          Light ground: quiet hours, in which the meter is read (the ticks). Drag a mount to another place, or
          move it by ← → when it has the focus.
          {laid.sheet &&
            laid.sheet.waitedMin > 59 &&
            ` ${figure(laid.sheet.waitedMin / 60, 1)} h are spent waiting for quiet.`}
        </p>
      </section>
      <aside
        className="shrink-0 space-y-4 border-hairline lg:w-[390px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="What it costs"
        tabIndex={0}
      >
        {cost && found && (
          <dl className="grid grid-cols-3 gap-3" aria-live="polite">
            <div>
              <dt className="label-text">Left at the bench</dt>
              <dd className="font-display text-[26px] font-bold">{figure(cost.benchH, 1)} h</dd>
            </div>
            <div>
              <dt className="label-text">Ends</dt>
              <dd className={`font-display text-[26px] font-bold ${late ? 'text-bad' : ''}`}>
                {dayText(finish!)}
              </dd>
            </div>
            <div>
              <dt className="label-text">Smallest difference</dt>
              <dd className="font-display text-[26px] font-bold">
                {Number.isFinite(found.now.differenceK)
                  ? `${figure(found.now.differenceK, 1)} ${data.unit}`
                  : '–'}
              </dd>
            </div>
          </dl>
        )}
        {cost && found && (
          <p className="text-[13px] text-ink2">
            {Number.isFinite(found.now.differenceK)
              ? `A gap of ${figure(found.now.differenceK, 1)} ${data.unit} at the line would be separated 4 times in 5. Scatter: ${data.scatterFrom}.`
              : 'This plan cannot separate entries. Add a mount, or re-test the control.'}
          </p>
        )}
        {blind.length > 0 && (
          <section aria-label="What this plan cannot tell" className="text-[14px]">
            <h3 className="font-display text-[16px] font-bold">This plan cannot tell</h3>
            <ul className="list-disc pl-5">
              {blind.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
          </section>
        )}
        <WantedDifference
          unit={data.unit}
          least={least}
          isSound={laid.problems.length === 0}
          onPlan={(next) => set({ ...plan, settings: next })}
        />
        {data.unit === 'K' && <SpreadSources data={data} tell={spread} />}
        {data.deadline !== '' && cost && (
          <p className={`text-[14px] ${late ? 'text-bad' : 'text-ok'}`}>
            {past
              ? `▲ The deadline, ${dayText(data.deadline)}, is past.`
              : late
                ? `▲ ${plural(daysBetween(data.deadline, finish!), 'day')} past the deadline of ${dayText(data.deadline)}.`
                : `${plural(daysBetween(finish!, data.deadline), 'day')} before the deadline of ${dayText(data.deadline)}.`}{' '}
            {late && !past && (
              <button type="button" className="underline underline-offset-2" onClick={() => void fitNow()}>
                Fit it to the deadline
              </button>
            )}
          </p>
        )}
        {gaveUp && (
          <p className="text-[14px]" role="status">
            {gaveUp.words.length === 0
              ? 'Nothing had to be given up.'
              : `Given up: ${gaveUp.words.join('; ')}.`}{' '}
            {!gaveUp.fits && 'It still ends late.'}{' '}
            {briefDiffers && (
              <button type="button" className="underline underline-offset-2" onClick={() => void intoBrief()}>
                Take it into the brief, too
              </button>
            )}
          </p>
        )}
        {found && (
          <section aria-label="One step away">
            <h3 className="font-display text-[16px] font-bold">One step away</h3>
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
            <button
              type="button"
              className="underline underline-offset-2"
              onClick={() => set({ ...plan, droppedLoads: [] })}
            >
              Take all loads back in
            </button>
          </p>
        )}
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
