'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { newPart, PART_NAMES, type VerdictPart } from '@/core/verdict/verdictSheet';
import { PartCard } from './partCard';
import type { WriteData } from '@/lab/publish/writeView';
import { Button } from '@/ui/frame/button';

/** The parts of a verdict in their order; moved by drag, by the keyboard, or by arrows. */
export function PartsList({
  parts,
  data,
  onParts,
}: {
  parts: VerdictPart[];
  data: WriteData;
  onParts: (parts: VerdictPart[]) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = parts.map((_, i) => `part ${i}`);
  return (
    <>
      <DndContext
        id="verdict-parts"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over && active.id !== over.id)
            onParts(arrayMove(parts, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ol>
            {parts.map((part, i) => (
              <PartCard
                key={ids[i]}
                id={ids[i]!}
                part={part}
                at={i}
                count={parts.length}
                data={data}
                onPart={(next) => onParts(parts.map((other, at) => (at === i ? next : other)))}
                onMove={(to) => onParts(arrayMove(parts, i, to))}
                onRemove={() => onParts(parts.filter((_, at) => at !== i))}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <p className="flex flex-wrap items-center gap-2 pt-3 text-[14px]">
        Add
        {data.kinds.map((kind) => (
          <Button key={kind} className="px-2! py-0.5!" onClick={() => onParts([...parts, newPart(kind)])}>
            {PART_NAMES[kind]}
          </Button>
        ))}
      </p>
    </>
  );
}
