import { loadLabel } from '@/core/runs/load';
import { createEvents, type EventAttributes } from 'ics';
import { dayAfter, type LaidPlan } from '@/core/plan/laidPlan';
import type { PlanSettings } from '@/core/plan/planSettings';

type Stamp = [number, number, number, number, number];

/** The run sheet as iCalendar (RFC 5545), an event for each mount of a day, in local time without a zone. */
export function runSheetCalendar(
  laid: LaidPlan,
  settings: PlanSettings,
  calendar: { title: string; uid: string; nameOf: (entry: string) => string },
): string {
  const stamp = (minute: number): Stamp => {
    const day = dayAfter(settings.startOn, Math.floor(minute / 1440));
    const inDay = Math.round(minute % 1440);
    const [year, month, date] = day.split('-').map(Number) as [number, number, number];
    return [year, month, date, Math.floor(inDay / 60), inDay % 60];
  };
  const mountings = new Map(laid.order.map((at) => [at.id, at]));
  const events: EventAttributes[] = (laid.sheet?.parts ?? []).map((part) => {
    const { entry, mount, isControl } = mountings.get(part.id)!;
    const readings = part.steps.filter((step) => step.kind === 'reading');
    return {
      uid: `${calendar.uid}-${part.id.replace(/[^\w-]+/g, '-')}-${part.day}@abanico`,
      title: `${calendar.nameOf(entry)}, ${isControl ? 'control' : 'mount'} ${mount}`,
      description: `${calendar.title}\n${readings.map((step) => `${loadLabel(step.point!)}, fans ${step.point!.setting}, pass ${step.point!.pass}`).join('\n')}`,
      start: stamp(part.fromMin),
      end: stamp(part.toMin),
      startInputType: 'local',
      startOutputType: 'local',
      endInputType: 'local',
      endOutputType: 'local',
      productId: 'abanico',
    };
  });
  const { error, value } = createEvents(events);
  if (error) throw error;
  return value ?? '';
}
