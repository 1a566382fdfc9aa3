'use client';

import { useRef, useState } from 'react';
import {
  checkHolds,
  checkOffset,
  INSTRUMENT_KINDS,
  isOverdue,
  type DailyCheck,
  type Instrument,
  type RigBook,
} from '@/core/rig/instrument';
import { figure, signed } from '@/ui/marks/figures';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet, type KeptSheet } from '@/ui/form/useSheet';

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
  const set = (part: Partial<Instrument>) => setDraft({ ...draft, ...part });
  return (
    <div
      className="grid grid-cols-2 gap-2 border-b border-hairline bg-raised p-3 sm:grid-cols-4"
      role="group"
      aria-label="Instrument"
    >
      <TextField label="Name" value={draft.name} onValue={(name) => set({ name })} />
      <ChoiceField
        label="Kind"
        value={draft.kind}
        options={INSTRUMENT_KINDS.map((value) => ({ value, label: value }))}
        onValue={(kind) => set({ kind })}
      />
      <TextField label="Range" value={draft.range} onValue={(range) => set({ range })} />
      <TextField label="Resolution" value={draft.resolution} onValue={(resolution) => set({ resolution })} />
      <TextField label="Class" value={draft.grade} onValue={(grade) => set({ grade })} />
      <TextField
        label="Calibrated"
        type="date"
        value={draft.calibratedOn}
        onValue={(calibratedOn) => set({ calibratedOn })}
      />
      <TextField label="Due again" type="date" value={draft.dueOn} onValue={(dueOn) => set({ dueOn })} />
      <div className="flex items-end gap-2">
        <button
          type="button"
          className="quiet-button"
          disabled={draft.name.trim() === ''}
          onClick={() => onDone(draft)}
        >
          Keep
        </button>
        <button type="button" className="quiet-button" onClick={onCancel}>
          Cancel
        </button>
      </div>
    </div>
  );
}

/** Instruments with their calibration, and the checks of the day. */
export function RigBookView({
  rigId,
  kept,
  today,
}: {
  rigId: number;
  kept: KeptSheet<RigBook>;
  today: string;
}) {
  const sheet = useSheet('rig-book', rigId, kept);
  const { instruments, checks } = sheet.body;
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const [check, setCheck] = useState<DailyCheck>({ on: today, kind: 'calibrator', reading: 94, note: '' });
  const form = useRef<HTMLFormElement>(null);
  const save = async (body: RigBook, said: string) => {
    if (await sheet.save({ body, said })) setOpen(null);
  };
  const keep = (at: number | 'new', instrument: Instrument) =>
    save(
      {
        ...sheet.body,
        instruments:
          at === 'new'
            ? [...instruments, instrument]
            : instruments.map((old, i) => (i === at ? instrument : old)),
      },
      `${instrument.name} kept`,
    );
  return (
    <div className="space-y-5">
      <section aria-label="Instruments">
        <h2 className="font-display text-[18px] font-bold">Instruments</h2>
        {instruments.length === 0 && (
          <p className="label-text py-1">None noted yet: a reading is as good as the instrument behind it.</p>
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
                    <span className="text-bad">▲ calibration ran out on {instrument.dueOn}</span>
                  ) : instrument.dueOn ? (
                    <span className="text-ink2">due {instrument.dueOn}</span>
                  ) : (
                    <span className="text-warn">never calibrated here</span>
                  )}
                </span>
                <button
                  type="button"
                  className="underline underline-offset-2"
                  onClick={() => setOpen(i)}
                  aria-label={`Edit ${instrument.name}`}
                >
                  edit
                </button>
                <button
                  type="button"
                  className="underline underline-offset-2"
                  aria-label={`Remove ${instrument.name}`}
                  onClick={() =>
                    void save(
                      { ...sheet.body, instruments: instruments.filter((_, at) => at !== i) },
                      `${instrument.name} removed`,
                    )
                  }
                >
                  remove
                </button>
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
          <button type="button" className="quiet-button mt-2" onClick={() => setOpen('new')}>
            Add an instrument
          </button>
        )}
      </section>
      <section aria-label="Checks of the day">
        <h2 className="font-display text-[18px] font-bold">Checks of the day</h2>
        <form
          ref={form}
          className="grid grid-cols-2 items-end gap-2 pt-1 sm:grid-cols-[8.5rem_6rem_1fr_7rem_1fr_auto]"
          onSubmit={(event) => {
            event.preventDefault();
            if (form.current!.reportValidity())
              void save({ ...sheet.body, checks: [check, ...checks] }, 'Check noted');
          }}
        >
          <TextField label="Day" type="date" value={check.on} onValue={(on) => setCheck({ ...check, on })} />
          <TextField
            label="Hour"
            type="time"
            value={check.at ?? ''}
            onValue={(at) => setCheck({ ...check, at })}
          />
          <ChoiceField
            label="Check"
            value={check.kind}
            options={[
              { value: 'calibrator', label: 'meter on the 94 dB calibrator' },
              { value: 'cold start', label: 'room probe minus die, cold' },
              { value: 'second probe', label: 'room probe minus a second one beside it' },
            ]}
            onValue={(kind) => setCheck({ ...check, kind, reading: kind === 'calibrator' ? 94 : 0 })}
          />
          <NumberField
            label="Read"
            unit={check.kind === 'calibrator' ? 'dB' : 'K'}
            value={check.reading}
            onValue={(reading) => setCheck({ ...check, reading: reading ?? 0 })}
          />
          <TextField label="Note" value={check.note} onValue={(note) => setCheck({ ...check, note })} />
          <button className="quiet-button" disabled={sheet.busy}>
            Note it
          </button>
        </form>
        <SheetTrouble sheet={sheet} />
        <ul className="pt-1">
          {checks.slice(0, 8).map((check, i) => (
            <li
              key={i}
              className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1 text-[14px]"
            >
              <span className="text-ink2">{[check.on, check.at].filter(Boolean).join(', ')}</span>
              {check.kind === 'calibrator'
                ? `meter reads ${figure(check.reading, 1)} dB on 94 dB`
                : `probe ${signed(check.reading, 1)} K from ${check.kind === 'cold start' ? 'the cold die' : 'a second one'}`}
              <span className="text-ink2" dir="auto">
                {check.note}
              </span>
              <span className={`ml-auto ${checkHolds(check) ? 'text-ok' : 'text-bad'}`}>
                {checkHolds(check)
                  ? 'holds'
                  : `▲ off by ${signed(checkOffset(check), 1)} ${check.kind === 'calibrator' ? 'dB' : 'K'}: find out why before measuring on`}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
