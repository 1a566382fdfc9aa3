'use client';

import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useId } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { ClipRow } from '@/lab/sound/soundPage';
import { Button } from '@/ui/frame/button';

interface Props {
  clips: readonly ClipRow[];
  isReady: boolean;
  playing: number | null;
  nameOf: (clip: ClipRow) => string;
  markOf: (clip: ClipRow) => React.ReactNode;
  noteOf: (clip: ClipRow) => string;
  onPlay: (id: number | null) => void;
  onOrder: (clips: ClipRow[]) => void;
}

/** Clips in an order of one's own, each to be heard at a press. */
export function OrderList(props: Props) {
  const { clips, playing, isReady, onPlay, onOrder } = props;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const id = useId();
  useHotkeys('0,1,2,3,4,5,6,7,8,9', (event) => {
    if (!isReady) return;
    const at = Number(event.key);
    if (at === 0) onPlay(null);
    else if (clips[at - 1]) onPlay(clips[at - 1]!.id);
  });
  const move = (from: number, to: number) => {
    if (to >= 0 && to < clips.length) onOrder(arrayMove([...clips], from, to));
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (!over) return;
        const at = (wanted: unknown) => clips.findIndex((clip) => clip.id === wanted);
        move(at(active.id), at(over.id));
      }}
    >
      <SortableContext items={clips.map((clip) => clip.id)} strategy={verticalListSortingStrategy}>
        <ol className="max-w-2xl border-t border-hairline">
          {clips.map((clip, i) => (
            <Item key={clip.id} {...props} clip={clip} at={i} isPlaying={playing === clip.id} onMove={move} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function Item({
  clip,
  at,
  clips,
  isReady,
  isPlaying,
  nameOf,
  markOf,
  noteOf,
  onPlay,
  onMove,
}: Props & { clip: ClipRow; at: number; isPlaying: boolean; onMove: (from: number, to: number) => void }) {
  const { setNodeRef, transform, transition, attributes, listeners } = useSortable({ id: clip.id });
  const name = nameOf(clip);
  const note = noteOf(clip);
  const arrow = 'cursor-pointer rounded p-1.5 text-ink2 hover:text-ink disabled:opacity-30';
  return (
    <li
      ref={setNodeRef}
      aria-label={name}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className={`flex items-center gap-2 border-b border-hairline py-2 ${isPlaying ? 'bg-raised' : 'bg-ground'}`}
    >
      <button
        type="button"
        className="cursor-grab touch-none px-1 text-ink2"
        {...attributes}
        {...listeners}
        aria-label={`Drag ${name}`}
      >
        ⠿
      </button>
      <span className="num w-6 text-ink2">{at + 1}</span>
      <Button
        className="flex items-center gap-1.5"
        disabled={!isReady}
        aria-pressed={isPlaying}
        aria-label={`${isPlaying ? 'Silence' : 'Play'} ${name}`}
        onClick={() => onPlay(isPlaying ? null : clip.id)}
      >
        <span aria-hidden="true">{isPlaying ? '■' : '▶'}</span>
        {isPlaying ? 'Silence' : 'Play'}
      </Button>
      <span className="min-w-0 flex-1">
        <span className="flex items-center gap-1.5 font-semibold" dir="auto">
          {markOf(clip)} <span className="truncate">{name}</span>
        </span>
        {note && <span className="block text-[13.5px] text-ink2">{note}</span>}
      </span>
      <button
        type="button"
        className={arrow}
        disabled={at === 0}
        aria-label={`${name} up`}
        onClick={() => onMove(at, at - 1)}
      >
        ↑
      </button>
      <button
        type="button"
        className={arrow}
        disabled={at === clips.length - 1}
        aria-label={`${name} down`}
        onClick={() => onMove(at, at + 1)}
      >
        ↓
      </button>
    </li>
  );
}
