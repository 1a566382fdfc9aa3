import { useState } from 'react';
import { dayWords } from '@/core/timeWords';
import { INSTRUMENT_KINDS, isOverdue, type Instrument, type RigBook } from '@/core/rig/instrument';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { Button, TextButton } from '@/ui/frame/button';

/** Writes the book and says so; whether it was taken. */
export type SaveBook = (book: RigBook, said: string) => Promise<boolean>;

const BLANK: Instrument = {
  name: '',
  kind: 'sound meter',
  range: '',
  resolution: '',
  grade: '',
  calibratedOn: '',
  dueOn: '',
};

function InstrumentForm({
  instrument,
  onDone,
  onCancel,
}: {
  instrument: Instrument;
  onDone: (instrument: Instrument) => void;
  onCancel: () => void;
}) {
  const [draft, setDraft] = useState(instrument);
  const at = fieldsOf(draft, setDraft);
  return (
    <div
      className="grid grid-cols-2 gap-2 border-b border-hairline bg-raised p-3 sm:grid-cols-4"
      role="group"
      aria-label="Instrument"
    >
      <TextField label="Name" {...at('name')} />
      <ChoiceField label="Kind" {...at('kind')} options={INSTRUMENT_KINDS} />
      <TextField label="Range" {...at('range')} />
      <TextField label="Resolution" {...at('resolution')} />
      <TextField label="Class" {...at('grade')} />
      <TextField label="Calibrated" type="date" {...at('calibratedOn')} />
      <TextField label="Due again" type="date" {...at('dueOn')} />
      <div className="flex items-end gap-2">
        <Button disabled={draft.name.trim() === ''} onClick={() => onDone(draft)}>
          Keep
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </div>
  );
}

/** Instruments with their calibration: one at a time is edited. */
export function Instruments({ book, today, onBook }: { book: RigBook; today: string; onBook: SaveBook }) {
  const { instruments } = book;
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const save = async (body: RigBook, said: string) => {
    if (await onBook(body, said)) setOpen(null);
  };
  const keep = (at: number | 'new', instrument: Instrument) =>
    save(
      { ...book, instruments: instruments.toSpliced(at === 'new' ? instruments.length : at, 1, instrument) },
      `${instrument.name} kept`,
    );
  return (
    <section aria-label="Instruments">
      <h2 className="font-display text-[18px] font-bold">Instruments</h2>
      {instruments.length === 0 && (
        <p className="label-text py-1">No instruments yet. A reading is only as good as its instrument.</p>
      )}
      <ul>
        {instruments.map((instrument, i) =>
          open === i ? (
            <li key={i}>
              <InstrumentForm
                instrument={instrument}
                onDone={(next) => void keep(i, next)}
                onCancel={() => setOpen(null)}
              />
            </li>
          ) : (
            <li
              key={i}
              className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1.5 text-[14.5px]"
            >
              <b dir="auto">{instrument.name}</b>
              <span className="text-ink2">
                {[
                  instrument.kind,
                  instrument.grade,
                  instrument.range,
                  instrument.resolution && `reads ${instrument.resolution}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
              <span className="ml-auto">
                {isOverdue(instrument, today) ? (
                  <span className="text-bad">▲ calibration ran out on {dayWords(instrument.dueOn)}</span>
                ) : instrument.dueOn ? (
                  <span className="text-ink2">due {dayWords(instrument.dueOn)}</span>
                ) : (
                  <span className="text-warn">never calibrated here</span>
                )}
              </span>
              <TextButton onClick={() => setOpen(i)} aria-label={`Edit ${instrument.name}`}>
                edit
              </TextButton>
              <TextButton
                aria-label={`Remove ${instrument.name}`}
                onClick={() =>
                  void save(
                    { ...book, instruments: instruments.toSpliced(i, 1) },
                    `${instrument.name} removed`,
                  )
                }
              >
                remove
              </TextButton>
            </li>
          ),
        )}
      </ul>
      {open === 'new' ? (
        <InstrumentForm
          instrument={BLANK}
          onDone={(next) => void keep('new', next)}
          onCancel={() => setOpen(null)}
        />
      ) : (
        <Button className="mt-2" onClick={() => setOpen('new')}>
          Add an instrument
        </Button>
      )}
    </section>
  );
}
