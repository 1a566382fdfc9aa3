import type { LaidPlan } from '@/core/plan/laidPlan';
import type { PlanSettings } from '@/core/plan/planSettings';
import { figure } from '@/ui/marks/figures';
import { Timeline } from './timeline';
import { Scrolled } from '@/ui/frame/scrolled';

/** What is left of a plan by days, what its order breaks, and how to move it. */
export function RunDays({
  settings,
  laid,
  names,
  onOrder,
}: {
  settings: PlanSettings;
  laid: LaidPlan;
  names: ReadonlyMap<string, { name: string; place: number }>;
  onOrder: (order: string[]) => void;
}) {
  return (
    <>
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
      <Scrolled label="Days" className="min-h-[280px] flex-1">
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
              onOrder={onOrder}
            />
          )}
        </div>
      </Scrolled>
      <p className="label-text pt-1.5">
        Light ground: quiet hours, in which the meter is read (the ticks). Drag a mount to another place, or
        move it by ← → when it has the focus.
        {laid.sheet &&
          laid.sheet.waitedMin > 59 &&
          ` ${figure(laid.sheet.waitedMin / 60, 1)} h are spent waiting for quiet.`}
      </p>
    </>
  );
}
