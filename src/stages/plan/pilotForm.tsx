'use client';

import { loadKey, loadLabel } from '@/core/runs/load';
import { pilotFindings } from '@/core/plan/pilot';
import { planSize } from '@/core/plan/planSize';
import type { PlanSheet } from '@/core/plan/planSheet';
import { ChoiceField } from '@/ui/form/fields';
import type { PlanData } from '@/lab/planning/planView';
import { TextButton } from '@/ui/frame/button';

/** A pilot of the likely best and worst, one pass: which heat loads separate anything at all. */
export function PilotForm({
  data,
  plan,
  onPlan,
}: {
  data: PlanData;
  plan: PlanSheet;
  onPlan: (plan: PlanSheet) => void;
}) {
  const { pilot, settings, droppedLoads } = plan;
  const options = [
    { value: '', label: '…' },
    ...data.entries.map((entry) => ({ value: entry.entry, label: entry.name })),
  ];
  const choose = (part: { best?: string; worst?: string }) => {
    const next = { best: pilot?.best ?? '', worst: pilot?.worst ?? '', ...part };
    onPlan({ ...plan, pilot: next });
  };
  const both = pilot && pilot.best && pilot.worst && pilot.best !== pilot.worst;
  const findings =
    both && data.entries.length >= 2
      ? pilotFindings(
          data.loads.map((load) => ({
            load,
            bestK: data.risesK[loadKey(load)]?.[pilot.best] ?? null,
            worstK: data.risesK[loadKey(load)]?.[pilot.worst] ?? null,
          })),
          {
            entries: data.entries.length,
            passes: Math.max(1, settings.passes),
            mounts: Math.max(1, settings.mounts),
            controlMounts: planSize(settings, data.entries, data.loads.length).controls,
            scatter: data.scatter,
          },
        )
      : [];
  return (
    <section aria-label="Pilot">
      <h3 className="font-display text-[16px] font-bold">Pilot</h3>
      <p className="pb-1 text-[13px] text-ink2">
        Measure the likely best and worst once at every load first: what does not separate these two separates
        nothing.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <ChoiceField
          label="Likely best"
          value={pilot?.best ?? ''}
          options={options}
          onValue={(best) => choose({ best })}
        />
        <ChoiceField
          label="Likely worst"
          value={pilot?.worst ?? ''}
          options={options}
          onValue={(worst) => choose({ worst })}
        />
      </div>
      <ul className="pt-1 text-[14px]">
        {findings.map((finding) => {
          const dropped = droppedLoads.includes(loadKey(finding.load));
          return (
            <li key={loadKey(finding.load)} className="border-b border-hairline py-1">
              <b>{loadLabel(finding.load)}</b>:{' '}
              <span
                className={
                  finding.separates === false ? 'text-warn' : finding.separates ? 'text-ok' : 'text-ink2'
                }
              >
                {finding.message}
              </span>{' '}
              {(finding.separates === false || dropped) && (
                <TextButton
                  onClick={() =>
                    onPlan({
                      ...plan,
                      droppedLoads: dropped
                        ? droppedLoads.filter((key) => key !== loadKey(finding.load))
                        : [...droppedLoads, loadKey(finding.load)],
                    })
                  }
                >
                  {dropped ? 'take it back in' : 'drop this load'}
                </TextButton>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
