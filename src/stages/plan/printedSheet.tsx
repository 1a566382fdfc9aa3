import { loadLabel } from '@/core/runs/load';
import { dayAfter, type LaidPlan } from '@/core/plan/laidPlan';
import type { PlanSettings } from '@/core/plan/planSettings';
import { clockText } from '@/ui/clock';

const WORDS = {
  mount: 'Mount',
  'warm-up': 'Warm up',
  soak: 'Soak',
  wait: 'Wait for quiet',
  reading: 'Read',
  'cool-down': 'Load off, cool down',
} as const;

/** The run sheet for paper: a page a day, a box to tick for each reading. */
export function PrintedSheet({
  title,
  settings,
  laid,
  nameOf,
}: {
  title: string;
  settings: PlanSettings;
  laid: LaidPlan;
  nameOf: (entry: string) => string;
}) {
  const parts = laid.sheet?.parts ?? [];
  const days = [...new Set(parts.map((part) => part.day))];
  const mountings = new Map(laid.order.map((mounting) => [mounting.id, mounting]));
  if (laid.problems.length > 0)
    return <p className="p-6">The plan cannot be laid: {laid.problems[0]!.message}.</p>;
  if (days.length === 0) return <p className="p-6">Nothing is left to measure.</p>;
  return (
    <div className="bg-white text-[12pt] text-black [color-scheme:light]">
      {days.map((day) => (
        <section key={day} className="break-after-page p-6 last:break-after-auto">
          <h2 className="font-display text-[18pt] font-bold">{dayAfter(settings.startOn, day)}</h2>
          <p className="pb-3 text-[10pt]">{title}</p>
          {parts
            .filter((part) => part.day === day)
            .map((part) => {
              const mounting = mountings.get(part.id)!;
              return (
                <div key={part.fromMin} className="mb-4 break-inside-avoid">
                  <h3 className="border-b border-black pb-0.5 font-bold" dir="auto">
                    {nameOf(mounting.entry)},{' '}
                    {mounting.isControl ? `control ${mounting.mount}` : `mount ${mounting.mount}`}
                    {part.steps[0]?.kind !== 'mount' && ', still mounted'}
                  </h3>
                  <ul>
                    {part.steps
                      .filter((step) => step.kind !== 'soak')
                      .map((step) => (
                        <li key={step.fromMin} className="flex items-baseline gap-3 py-0.5">
                          <span className="w-14">{clockText(step.fromMin)}</span>
                          {step.kind === 'reading' ? (
                            <>
                              <span className="inline-block h-[11pt] w-[11pt] border border-black" />
                              <span>
                                Read {loadLabel(step.point!)}, fans {step.point!.setting}, pass{' '}
                                {step.point!.pass}
                              </span>
                              <span className="ml-auto text-[10pt]">
                                ______ dB(A) &nbsp; room ______ dB(A) &nbsp; ______ °C
                              </span>
                            </>
                          ) : (
                            <span>{WORDS[step.kind]}</span>
                          )}
                        </li>
                      ))}
                  </ul>
                </div>
              );
            })}
        </section>
      ))}
    </div>
  );
}
