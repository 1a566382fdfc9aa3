'use client';

import {
  DndContext,
  DragOverlay,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, useSortable } from '@dnd-kit/sortable';
import { useEffect, useId, useRef, useState } from 'react';
import type { LaidPlan } from '@/core/plan/laidPlan';
import { dayAfter } from '@/core/plan/laidPlan';
import type { Mounting } from '@/core/plan/mountings';
import { spanMin, type PlanSettings } from '@/core/plan/planSettings';
import { weekdayOf, type SheetPart } from '@/core/plan/runSheet';
import { dayWords } from '@/core/timeWords';
import { clockText, WEEKDAYS } from '@/ui/clock';
import { EntryMark } from '@/ui/marks/entryMark';
import { Name } from '@/ui/marks/name';

const DAY_MIN = 1440;

interface Scene {
  settings: PlanSettings;
  laid: LaidPlan;
  nameOf: (entry: string) => string;
  placeOf: (entry: string) => number;
}

function label(mounting: Mounting, scene: Scene): string {
  return mounting.isControl
    ? `${scene.nameOf(mounting.entry)}, control ${mounting.mount}`
    : `${scene.nameOf(mounting.entry)}, mount ${mounting.mount}`;
}

interface PartProps {
  part: SheetPart;
  mounting: Mounting;
  scene: Scene;
  broken: string[];
}

const begins = (part: SheetPart) => part.steps[0]?.kind === 'mount';

/** A mounting on its day as it is drawn; `hold` is what makes it one that can be taken hold of. */
function DrawnPart({
  part,
  mounting,
  scene,
  broken,
  hold = {},
  look,
}: PartProps & {
  hold?: React.HTMLAttributes<HTMLDivElement> & React.RefAttributes<HTMLDivElement>;
  look: string;
}) {
  const { settings } = scene;
  const workMin = spanMin(settings.workFromMin, settings.workToMin);
  const fromDay = part.day * DAY_MIN + settings.workFromMin;
  const readings = part.steps.filter((step) => step.kind === 'reading').length;
  const says = `${label(mounting, scene)}, ${clockText(part.fromMin)} to ${clockText(part.toMin)}, ${readings} readings${broken.length > 0 ? `; ${broken.join('; ')}` : ''}`;
  return (
    <div
      {...hold}
      aria-label={says}
      title={says}
      data-mounting={begins(part) ? mounting.id : undefined}
      className={`absolute inset-y-1 overflow-hidden rounded border text-[12.5px] ${broken.length > 0 ? 'border-warn' : 'border-ink2/60'} ${mounting.isControl ? 'bg-act/12' : 'bg-raised'} ${look}`}
      style={{
        left: `${(100 * (part.fromMin - fromDay)) / workMin}%`,
        width: `calc(${(100 * (part.toMin - part.fromMin)) / workMin}% - 2px)`,
      }}
    >
      {part.steps
        .filter((step) => step.kind === 'reading')
        .map((step) => (
          <i
            key={step.fromMin}
            className="absolute bottom-0 h-1.5 w-px bg-act"
            style={{ left: `${(100 * (step.fromMin - part.fromMin)) / (part.toMin - part.fromMin)}%` }}
          />
        ))}
      <span className="flex items-center gap-1 px-1 pt-0.5 whitespace-nowrap">
        <EntryMark position={scene.placeOf(mounting.entry)} />
        {broken.length > 0 && <b className="text-warn">▲</b>}
        <b className="min-w-0">
          <Name>{scene.nameOf(mounting.entry)}</Name>
        </b>
        <span className="text-ink2">
          {mounting.isControl ? `c${mounting.mount}` : mounting.mount}
          {!begins(part) && ' …'}
        </span>
      </span>
    </div>
  );
}

/**
 * Where a mounting begins, and can be taken hold of. What goes on of it on the next day is drawn alone: a second one under
 * its id would take the first one's place, and nothing could be dragged.
 */
function HeldPart({ onKey, ...props }: PartProps & { onKey: (event: React.KeyboardEvent) => void }) {
  const { listeners, setNodeRef, isDragging, isOver } = useSortable({ id: props.mounting.id });
  const hold = {
    ref: setNodeRef,
    ...listeners,
    role: 'button',
    tabIndex: 0,
    'aria-roledescription': 'mount, moved by arrow keys',
    onKeyDown: onKey,
  };
  const look = `cursor-grab touch-none ${isDragging ? 'opacity-40' : ''} ${isOver ? 'border-l-4 border-l-act' : ''}`;
  return <DrawnPart {...props} hold={hold} look={look} />;
}

/** The days of a plan: mountings in their order, moved by drag or by arrow keys. */
export function Timeline({
  settings,
  laid,
  nameOf,
  placeOf,
  onOrder,
}: Scene & { onOrder: (ids: string[]) => void }) {
  const id = useId();
  const scene = { settings, laid, nameOf, placeOf };
  const [held, setHeld] = useState<string | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const [focused, setFocused] = useState<{ id: string } | null>(null);
  const [said, setSaid] = useState('');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const byId = new Map(laid.order.map((mounting) => [mounting.id, mounting]));
  const parts = laid.sheet?.parts ?? [];
  const days = [...new Set(parts.map((part) => part.day))];
  const brokenAt = new Map<string, string[]>();
  for (const { id: at, message } of laid.breaks) brokenAt.set(at, [...(brokenAt.get(at) ?? []), message]);
  const workMin = spanMin(settings.workFromMin, settings.workToMin);
  const hours = Array.from({ length: Math.floor(workMin / 60) + 1 }, (_, i) => settings.workFromMin + i * 60);
  const quiet = [-DAY_MIN, 0, DAY_MIN]
    .map((shift) => {
      const from = settings.quietFromMin + shift - settings.workFromMin;
      return {
        from: Math.max(0, from),
        to: Math.min(workMin, from + spanMin(settings.quietFromMin, settings.quietToMin)),
      };
    })
    .filter((other) => other.to > other.from);

  function onDragEnd({ active, over }: DragEndEvent) {
    setHeld(null);
    if (!over || active.id === over.id) return;
    const ids = laid.order.map((mounting) => mounting.id);
    const from = ids.indexOf(String(active.id));
    const to = ids.indexOf(String(over.id));
    ids.splice(to, 0, ...ids.splice(from, 1));
    onOrder(ids);
  }

  /** Moves a mounting by so many places and keeps the focus on it, on whatever day it comes to lie. */
  function onKey(event: React.KeyboardEvent, moved: string) {
    const ids = laid.order.map((mounting) => mounting.id);
    const from = ids.indexOf(moved);
    const to = { ArrowLeft: from - 1, ArrowRight: from + 1, Home: 0, End: ids.length - 1 }[event.key];
    if (to === undefined || to < 0 || to >= ids.length) return;
    event.preventDefault();
    ids.splice(to, 0, ...ids.splice(from, 1));
    onOrder(ids);
    setSaid(`${title(moved)} is now ${to + 1} of ${ids.length}`);
    setFocused({ id: moved });
  }

  // Once it is drawn where it lies now.
  useEffect(() => {
    if (focused)
      box.current?.querySelector<HTMLElement>(`[data-mounting="${CSS.escape(focused.id)}"]`)?.focus();
  }, [focused]);

  const title = (name: string) => (byId.get(name) ? label(byId.get(name)!, scene) : name);
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) => setHeld(String(active.id))}
      onDragCancel={() => setHeld(null)}
      onDragEnd={onDragEnd}
    >
      <div className="sticky top-0 z-20 mr-4 ml-24 flex h-6 bg-ground text-[12.5px] text-ink2">
        {hours.map((at) => (
          <span
            key={at}
            className="absolute -translate-x-1/2"
            style={{ left: `${(100 * (at - settings.workFromMin)) / workMin}%` }}
          >
            {clockText(at)}
          </span>
        ))}
      </div>
      <div ref={box}>
        <SortableContext items={laid.order.map((mounting) => mounting.id)} strategy={() => null}>
          <ol>
            {days.map((day) => (
              <li key={day} className="flex items-stretch border-t border-hairline" data-day={day}>
                <span className="w-24 shrink-0 py-1 text-[13.5px] leading-tight">
                  <b>{WEEKDAYS[weekdayOf(settings.startOn, day)]}</b>
                  <span className="block whitespace-nowrap text-ink2">
                    {dayWords(dayAfter(settings.startOn, day))}
                  </span>
                </span>
                <span className="relative mr-4 h-11 flex-1 overflow-hidden bg-sunk/60">
                  {quiet.map((other) => (
                    <span
                      key={other.from}
                      className="absolute inset-y-0 bg-ground"
                      style={{
                        left: `${(100 * other.from) / workMin}%`,
                        width: `${(100 * (other.to - other.from)) / workMin}%`,
                      }}
                    />
                  ))}
                  {parts
                    .filter((part) => part.day === day)
                    .map((part) => {
                      const drawn = {
                        ...{ part, scene, mounting: byId.get(part.id)! },
                        broken: brokenAt.get(part.id) ?? [],
                      };
                      const key = `${part.id} ${part.fromMin}`;
                      return begins(part) ? (
                        <HeldPart key={key} {...drawn} onKey={(event) => onKey(event, part.id)} />
                      ) : (
                        <DrawnPart key={key} {...drawn} look="border-dashed" />
                      );
                    })}
                </span>
              </li>
            ))}
          </ol>
        </SortableContext>
      </div>
      <p className="sr-only" role="status">
        {said}
      </p>
      <DragOverlay>
        {held && (
          <span className="inline-block rounded border border-act bg-raised px-2 py-1 text-[13px] font-semibold">
            {title(held)}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}
