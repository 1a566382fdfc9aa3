'use client';

import { dayWords } from '@/core/timeWords';
import { useRef, useState } from 'react';
import {
  blankHandling,
  DIARY_EVENTS,
  SAMPLE_STATES,
  type DiaryLine,
  type Handling,
  type Sample,
} from '@/core/lineUp/sample';
import { CheckField, ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet, type KeptSheet } from '@/ui/form/useSheet';

const choices = (names: readonly string[]) => names.map((value) => ({ value, label: value }));

function HandlingFields({
  handling,
  onChange,
}: {
  handling: Handling;
  onChange: (handling: Handling) => void;
}) {
  const set = (part: Partial<Handling>) => onChange({ ...handling, ...part });
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">First mount</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <NumberField
          label="It took"
          unit="min"
          optional
          value={handling.minutes}
          onValue={(minutes) => set({ minutes })}
        />
        <NumberField
          label="Hands needed"
          optional
          value={handling.hands}
          onValue={(hands) => set({ hands })}
        />
        <TextField
          label="Parts missing or to buy"
          value={handling.partsToBuy}
          onValue={(partsToBuy) => set({ partsToBuy })}
        />
        <NumberField
          label="Their price"
          optional
          value={handling.partsPrice}
          onValue={(partsPrice) => set({ partsPrice })}
        />
        <TextField
          label="Stiffness of hoses"
          value={handling.hoseStiffness}
          onValue={(hoseStiffness) => set({ hoseStiffness })}
        />
        <TextField label="Clips fit" value={handling.clips} onValue={(clips) => set({ clips })} />
        <TextField label="Note" value={handling.note} onValue={(note) => set({ note })} />
        <CheckField
          label="back of the board needed"
          value={handling.backAccess}
          onValue={(backAccess) => set({ backAccess })}
        />
      </div>
    </fieldset>
  );
}

/** One physical unit: where it came from, its state, its diary, and what the first mount taught. */
export function SampleForm({
  sampleId,
  kept,
  today,
}: {
  sampleId: number;
  kept: KeptSheet<Sample>;
  today: string;
}) {
  const form = useRef<HTMLFormElement>(null);
  const sheet = useSheet('sample', sampleId, kept);
  const sample = sheet.body;
  const [line, setLine] = useState<DiaryLine>({ on: today, event: 'arrived', note: '' });
  const set = (part: Partial<Sample>) => sheet.set({ ...sample, ...part });
  const errorOf = (field: string) => fieldFault(sheet, field);
  return (
    <form
      ref={form}
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (form.current!.reportValidity()) void sheet.save({ said: 'Sample saved' });
      }}
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <TextField
          label="Sample"
          value={sample.label}
          onValue={(label) => set({ label })}
          error={errorOf('label')}
        />
        <TextField label="Serial" value={sample.serial} onValue={(serial) => set({ serial })} />
        <ChoiceField
          label="Source"
          value={sample.source}
          options={choices(['bought', 'lent']) as { value: Sample['source']; label: string }[]}
          onValue={(source) => set({ source })}
        />
        <ChoiceField
          label="State"
          value={sample.state}
          options={choices(SAMPLE_STATES) as { value: Sample['state']; label: string }[]}
          onValue={(state) => set({ state })}
          error={errorOf('state')}
        />
        {sample.source === 'lent' ? (
          <>
            <TextField label="Lent by" value={sample.lender} onValue={(lender) => set({ lender })} />
            <TextField
              label="Goes back on"
              type="date"
              value={sample.returnOn}
              onValue={(returnOn) => set({ returnOn })}
              error={errorOf('returnOn')}
            />
          </>
        ) : (
          <TextField
            label="Receipt"
            placeholder="number, or where it is kept"
            value={sample.receipt}
            onValue={(receipt) => set({ receipt })}
          />
        )}
      </div>
      <section aria-label="Diary">
        <h4 className="pb-1 font-semibold">Diary</h4>
        <ul className="text-[14px]">
          {sample.diary.map((at, i) => (
            <li key={i} className="flex items-baseline gap-2 border-b border-hairline py-1">
              <span className="text-ink2">{dayWords(at.on)}</span> {at.event}
              <span className="truncate text-ink2" dir="auto">
                {at.note}
              </span>
              <button
                type="button"
                className="ml-auto"
                aria-label={`Remove the line of ${dayWords(at.on)}`}
                onClick={() => set({ diary: sample.diary.filter((_, at2) => at2 !== i) })}
              >
                ✕
              </button>
            </li>
          ))}
        </ul>
        <div className="grid grid-cols-[8.4rem_7.4rem_1fr_auto] items-end gap-1.5 pt-1">
          <TextField label="Day" type="date" value={line.on} onValue={(on) => setLine({ ...line, on })} />
          <ChoiceField
            label="What"
            value={line.event}
            options={choices(DIARY_EVENTS) as { value: DiaryLine['event']; label: string }[]}
            onValue={(event) => setLine({ ...line, event })}
          />
          <TextField label="Note" value={line.note} onValue={(note) => setLine({ ...line, note })} />
          <button
            type="button"
            className="quiet-button"
            onClick={() => {
              set({ diary: [...sample.diary, line] });
              setLine({ ...line, note: '' });
            }}
          >
            Add
          </button>
        </div>
      </section>
      {sample.handling ? (
        <HandlingFields handling={sample.handling} onChange={(handling) => set({ handling })} />
      ) : (
        <button type="button" className="quiet-button" onClick={() => set({ handling: blankHandling() })}>
          Fill in the handling sheet
        </button>
      )}
      <SheetTrouble sheet={sheet} ownFields />
      <button className="quiet-button" disabled={!sheet.dirty || sheet.busy}>
        Save the sample
      </button>
    </form>
  );
}
