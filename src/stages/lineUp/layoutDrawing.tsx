'use client';

import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import {
  drawnSlots,
  slotName,
  type AirDirection,
  type CasePlace,
  type CaseSide,
  type LayoutFan,
} from '@/core/cases/layout';

/** Where each slot is drawn, in per cent of the drawing: the case from its side, front at the left. */
const AT: Record<CasePlace, (along: number) => { x: number; y: number }> = {
  front: (along) => ({ x: 8, y: 17 + 67 * along }),
  top: (along) => ({ x: 15 + 70 * along, y: 9 }),
  rear: (along) => ({ x: 92, y: 17 + 34 * along }),
  bottom: (along) => ({ x: 20 + 60 * along, y: 92 }),
  side: (along) => ({ x: 22 + 52 * along, y: 74 }),
  radiator: (along) => ({ x: 20 + 44 * along, y: 26 }),
};

const ARROWS: Record<CasePlace, Record<AirDirection, string>> = {
  front: { in: '→', out: '←' },
  top: { in: '↓', out: '↑' },
  rear: { in: '←', out: '→' },
  bottom: { in: '↑', out: '↓' },
  side: { in: '⊙', out: '⊗' },
  radiator: { in: '↓', out: '↑' },
};

function Tower() {
  return (
    <>
      <rect x="64" y="33" width="13" height="17" />
      {[36, 39, 42, 45, 48].map((y) => (
        <path key={y} d={`M64 ${y}h13`} />
      ))}
    </>
  );
}

/** A pump on the processor, and a radiator behind the fans that blow through it. */
function Loop() {
  return (
    <>
      <rect x="75" y="38" width="6" height="9" />
      <path d="M75 40.5h-4v-4h-3M75 44.5h-7" />
      <rect x="16" y="34" width="52" height="11" />
      {Array.from({ length: 16 }, (_, i) => (
        <path key={i} d={`M${19 + 3 * i} 34v11`} />
      ))}
    </>
  );
}

/** A tower or a loop, a graphics card and the board, in outline: any case, and none in particular. */
function Outline({ isLiquid }: { isLiquid: boolean }) {
  return (
    <svg
      viewBox="0 0 100 100"
      preserveAspectRatio="none"
      className="absolute inset-0 h-full w-full"
      aria-hidden="true"
    >
      <g fill="none" stroke="currentColor" vectorEffect="non-scaling-stroke">
        <rect x="15" y="17" width="70" height="67" rx="2" strokeWidth="0.7" />
        <path d="M82 21v58" strokeWidth="0.4" />
        <g strokeWidth="0.4" opacity="0.75">
          {isLiquid ? <Loop /> : <Tower />}
          <rect x="34" y="58" width="47" height="7" />
          <path d="M38 61.5h26" strokeDasharray="2 1.4" />
        </g>
      </g>
    </svg>
  );
}

function Slot({
  place,
  slot,
  slots,
  fan,
  onPress,
  onRemove,
}: {
  place: CasePlace;
  slot: number;
  /** How many slots its side has. */
  slots: number;
  fan: LayoutFan | undefined;
  onPress?: (() => void) | undefined;
  onRemove?: () => void;
}) {
  const name = slotName({ place, slot });
  const drop = useDroppable({ id: name, disabled: fan !== undefined || !onPress });
  const drag = useDraggable({ id: name, disabled: fan === undefined || !onPress });
  const { x, y } = AT[place]((slot - 0.5) / slots);
  const moved = drag.transform ? `translate(${drag.transform.x}px, ${drag.transform.y}px) ` : '';
  const words = fan
    ? `${name}: ${fan.fan}, ${fan.direction}${fan.dutyPct === null ? '' : `, ${fan.dutyPct} %`}`
    : `${name}: empty`;
  return (
    <button
      type="button"
      ref={(node) => {
        drop.setNodeRef(node);
        drag.setNodeRef(node);
      }}
      {...drag.listeners}
      aria-label={words}
      title={words}
      disabled={!onPress}
      onClick={onPress}
      onKeyDown={(event) => {
        if ((event.key !== 'Delete' && event.key !== 'Backspace') || !fan) return;
        event.preventDefault();
        onRemove?.();
      }}
      className={`absolute flex h-9 w-9 touch-none items-center justify-center rounded-full border text-[17px] leading-none ${
        fan
          ? `border-2 border-ink font-bold ${fan.direction === 'in' ? 'bg-raised text-ink' : 'bg-ink text-ground'}`
          : `border-dashed border-ink2/60 text-ink2 ${drop.isOver ? 'bg-sunk' : ''}`
      } ${drag.isDragging ? 'z-10' : ''} ${onPress ? 'cursor-pointer' : ''}`}
      style={{ left: `${x}%`, top: `${y}%`, transform: `${moved}translate(-50%, -50%)` }}
    >
      {fan ? ARROWS[place][fan.direction] : onPress ? '+' : ''}
    </button>
  );
}

/** A layout in a case seen from its side. With `onLayout` fans are put in, turned, moved and taken out. */
export function LayoutDrawing({
  layout,
  onLayout,
  fresh,
  sides,
}: {
  layout: readonly LayoutFan[];
  /** Where the case takes fans; those of a usual one where nobody has noted it. */
  sides?: readonly CaseSide[] | undefined;
  onLayout?: (layout: LayoutFan[]) => void;
  /** What an empty slot is filled with. */
  fresh?: Pick<LayoutFan, 'fan' | 'sizeMm' | 'dutyPct'>;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const slots = drawnSlots(layout, sides).flatMap(({ place, slots }) =>
    Array.from({ length: slots }, (_, i) => ({ place, slot: i + 1, slots })),
  );
  const at = (name: string) => layout.find((fan) => slotName(fan) === name);
  const without = (name: string) => layout.filter((fan) => slotName(fan) !== name);
  function press(place: CasePlace, slot: number) {
    const name = slotName({ place, slot });
    const fan = at(name);
    if (fan)
      onLayout!(
        layout.map((other) =>
          other === fan ? { ...fan, direction: fan.direction === 'in' ? 'out' : 'in' } : other,
        ),
      );
    else {
      const direction = place === 'front' || place === 'bottom' ? 'in' : 'out';
      onLayout!([
        ...layout,
        { place, slot, direction, ...(fresh ?? { fan: 'fan', sizeMm: null, dutyPct: null }) },
      ]);
    }
  }
  return (
    <DndContext
      // A name of its own: the server and the browser would count differently.
      id="layout"
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        const fan = at(String(active.id));
        const to = slots.find((slot) => slotName(slot) === over?.id);
        if (fan && to && !at(slotName(to)))
          onLayout!([...without(String(active.id)), { ...fan, place: to.place, slot: to.slot }]);
      }}
    >
      <div
        className="relative h-72 w-full max-w-96 text-ink2"
        role="group"
        aria-label="Case from the side, front at the left"
      >
        <Outline isLiquid={layout.some((fan) => fan.place === 'radiator')} />
        {slots.map(({ place, slot, slots }) => (
          <Slot
            key={slotName({ place, slot })}
            place={place}
            slot={slot}
            slots={slots}
            fan={at(slotName({ place, slot }))}
            onPress={onLayout ? () => press(place, slot) : undefined}
            onRemove={() => onLayout?.(without(slotName({ place, slot })))}
          />
        ))}
        <span className="label-text absolute bottom-0 left-0">front</span>
        <span className="label-text absolute right-0 bottom-0">rear</span>
      </div>
    </DndContext>
  );
}
