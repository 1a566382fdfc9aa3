'use client';

import { dayWords } from '@/core/timeWords';
import { useState } from 'react';
import {
  blankHandling,
  DIARY_EVENTS,
  SAMPLE_STATES,
  type DiaryLine,
  type Handling,
  type Sample,
} from '@/core/lineUp/sample';
import { CheckField, ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

function HandlingFields({
  handling,
  onChange,
}: {
  handling: Handling;
  onChange: (handling: Handling) => void;
}) {
  const at = fieldsOf(handling, onChange);
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">First mount</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <NumberField label="It took" unit="min" optional {...at('minutes')} />
        <NumberField label="Hands needed" optional {...at('hands')} />
        <TextField label="Parts missing or to buy" {...at('partsToBuy')} />
        <NumberField label="Their price" optional {...at('partsPrice')} />
        <TextField label="Stiffness of hoses" {...at('hoseStiffness')} />
        <TextField label="Clips fit" {...at('clips')} />
        <TextField label="Note" {...at('note')} />
        <CheckField label="back of the board needed" {...at('backAccess')} />
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
  const sheet = useSheet('sample', sampleId, kept);
  const sample = sheet.body;
  const [line, setLine] = useState<DiaryLine>({ on: today, event: 'arrived', note: '' });
  const set = (part: Partial<Sample>) => sheet.set({ ...sample, ...part });
  const at = fieldsOf(sample, sheet.set, (field) => fieldFault(sheet, field));
  const atLine = fieldsOf(line, setLine);
  return (
    <Form className="space-y-3" onSend={() => void sheet.save({ said: 'Sample saved' })}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <TextField label="Sample" {...at('label')} />
        <TextField label="Serial" {...at('serial')} />
        <ChoiceField label="Source" {...at('source')} options={['bought', 'lent']} />
        <ChoiceField label="State" {...at('state')} options={SAMPLE_STATES} />
        {sample.source === 'lent' ? (
          <>
            <TextField label="Lent by" {...at('lender')} />
            <TextField label="Goes back on" type="date" {...at('returnOn')} />
          </>
        ) : (
          <TextField label="Receipt" placeholder="number, or where it is kept" {...at('receipt')} />
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
                onClick={() => set({ diary: sample.diary.toSpliced(i, 1) })}
              >
                ✕
              </button>
            </li>
          ))}
        </ul>
        <div className="grid grid-cols-[8.4rem_7.4rem_1fr_auto] items-end gap-1.5 pt-1">
          <TextField label="Day" type="date" {...atLine('on')} />
          <ChoiceField label="What" {...atLine('event')} options={DIARY_EVENTS} />
          <TextField label="Note" {...atLine('note')} />
          <Button
            onClick={() => {
              set({ diary: [...sample.diary, line] });
              setLine({ ...line, note: '' });
            }}
          >
            Add
          </Button>
        </div>
      </section>
      {sample.handling ? (
        <HandlingFields handling={sample.handling} onChange={(handling) => set({ handling })} />
      ) : (
        <Button onClick={() => set({ handling: blankHandling() })}>Fill in the handling sheet</Button>
      )}
      <SheetTrouble sheet={sheet} ownFields />
      <Button type="submit" disabled={!sheet.dirty || sheet.busy}>
        Save the sample
      </Button>
    </Form>
  );
}
