'use client';

import { useSortable } from '@dnd-kit/sortable';
import { AXES } from '@/core/curves/axis';
import { AGAINST } from '@/core/curves/curveRule';
import { PART_NAMES, type VerdictPart } from '@/core/verdict/verdictSheet';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { WordsEditor } from './editor/wordsEditor';
import type { WriteData } from '@/lab/publish/writeView';
import { Button } from '@/ui/frame/button';

/** A part of the verdict, to be moved by its handle or its arrows. */
export function PartCard({
  id,
  part,
  at,
  count,
  data,
  onPart,
  onMove,
  onRemove,
}: {
  id: string;
  part: VerdictPart;
  at: number;
  count: number;
  data: WriteData;
  onPart: (part: VerdictPart) => void;
  onMove: (to: number) => void;
  onRemove: () => void;
}) {
  const { setNodeRef, transform, transition, attributes, listeners } = useSortable({ id });
  const { kind, title, body, what } = part;
  const name = title || PART_NAMES[kind];
  const hasWhat = kind === 'ranking' || kind === 'curves' || kind === 'bars' || kind === 'entries';
  const set = (change: Partial<VerdictPart>) => onPart({ ...part, ...change });
  const of = fieldsOf(what, (now) => set({ what: now }));
  const setWhat = (change: Partial<VerdictPart['what']>) => set({ what: { ...what, ...change } });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className="space-y-1.5 border-b border-hairline bg-ground py-3"
      aria-label={name}
    >
      <div className="flex items-end gap-2">
        <button
          type="button"
          className="cursor-grab px-1 pb-1.5 text-ink2"
          {...attributes}
          {...listeners}
          aria-label={`Drag ${name}`}
        >
          ⠿
        </button>
        <div className="min-w-0 flex-1">
          <TextField
            label={`${PART_NAMES[kind]}, heading`}
            value={title}
            onValue={(next) => set({ title: next })}
          />
        </div>
        <Button
          className="px-2!"
          aria-label={`${name} up`}
          disabled={at === 0}
          onClick={() => onMove(at - 1)}
        >
          ↑
        </Button>
        <Button
          className="px-2!"
          aria-label={`${name} down`}
          disabled={at === count - 1}
          onClick={() => onMove(at + 1)}
        >
          ↓
        </Button>
        <Button className="px-2!" aria-label={`Remove ${name}`} onClick={onRemove}>
          ✕
        </Button>
      </div>
      {hasWhat && (
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
          <ChoiceField
            label="Of"
            value={what.response}
            options={data.responses.map(({ id: value, name: label }) => ({ value, label }))}
            onValue={(response) => setWhat({ response, place: '' })}
          />
          <ChoiceField
            label="Against"
            value={what.against}
            options={AGAINST.map((value) => ({ value, label: AXES[value].name }))}
            onValue={(against) => setWhat({ against, at: null })}
          />
          <NumberField
            optional
            label={`At, ${AXES[what.against].unit}${what.against === 'noise' ? '; own line if empty' : ''}`}
            {...of('at')}
          />
          <ChoiceField
            label="Load"
            {...of('load')}
            options={[
              { value: '', label: 'the first' },
              ...data.loads.map(({ key, label }) => ({ value: key, label })),
            ]}
          />
        </div>
      )}
      {kind !== 'awards' && (
        <WordsEditor
          label={kind === 'text' || kind === 'links' ? `Words of ${name}` : `Caption of ${name}`}
          value={body}
          onValue={(next) => set({ body: next })}
          least={kind === 'text' ? '6rem' : '2.4rem'}
          part={at}
        />
      )}
    </li>
  );
}
