'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { notice } from '@/ui/frame/notice';
import { object, string } from 'yup';
import type { ReadingQuantity } from '@/core/responses/readingUnits';
import { EntryOptions } from '@/ui/form/entryOptions';
import { numberCell } from '@/ui/form/numberCell';
import { TroubleNote, type Trouble } from '@/ui/form/troubleNote';
import { useLeaveGuard } from '@/ui/form/useLeaveGuard';
import { sendJson } from '@/ui/sendJson';
import { typedNumber } from '@/ui/typedNumber';
import { whoIsHere } from '@/ui/who';
import { PlaceRows } from '../run/placeRows';
import { troubleOf, type RunRefusal } from '../run/saveRun';
import { emptyPlace, sentPlaces, type TypedPlace } from '../run/typedReadings';
import { Button } from '@/ui/frame/button';

const FIELDS = [
  { name: 'setting', label: 'Fans', width: '5rem', text: true },
  { name: 'rpm', label: 'rpm', width: '4.8rem', optional: true },
  { name: 'dutyPct', label: 'Duty, %', width: '4.4rem', optional: true },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '5.6rem' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '5.8rem' },
  { name: 'mount', label: 'Mount', width: '4.2rem' },
  { name: 'pass', label: 'Pass', width: '3.8rem' },
  { name: 'note', label: 'Note', width: '9rem', text: true, optional: true },
] as const;

type CellName = (typeof FIELDS)[number]['name'];

const isText = (field: (typeof FIELDS)[number]) => 'text' in field;
/** Only the readings of the next setting are new. */
const AGAIN: readonly CellName[] = ['setting', 'rpm', 'dutyPct', 'noiseDb', 'note'];

const schema = object({
  entry: string().required(),
  setting: string().default('').trim().required('Fans: the setting needs a label'),
  rpm: numberCell('rpm', true),
  dutyPct: numberCell('Duty', true),
  noiseDb: numberCell('Read'),
  floorDb: numberCell('Room'),
  mount: numberCell('Mount'),
  pass: numberCell('Pass'),
  note: string().default(''),
});

/** Where this round-up was read before, or what a fan is usually read by. */
function firstRows(places: readonly { quantity: ReadingQuantity; place: string }[]): TypedPlace[] {
  const known = places.length > 0 ? places : [{ quantity: 'airspeed' as const, place: '' }];
  return known.map(({ quantity, place }) => emptyPlace(quantity, place));
}

/** A setting of a fan read at places, without heat: Tab from place to place, Enter saves and begins the next. */
export function TypeAirRow({
  roundUpId,
  entries,
  places,
  onClose,
}: {
  roundUpId: number;
  entries: { entry: string; product: string }[];
  places: { quantity: ReadingQuantity; place: string }[];
  onClose: () => void;
}) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [rows, setRows] = useState(() => firstRows(places));
  const [wrongAt, setWrongAt] = useState<number | null>(null);
  const { register, control, handleSubmit, setValue, setFocus, formState } = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      entry: entries[0]?.entry ?? '',
      ...{ setting: '', rpm: '', dutyPct: '', noiseDb: '', floorDb: '', mount: '1', pass: '1', note: '' },
    },
    reValidateMode: 'onSubmit',
  });
  const busy = formState.isSubmitting;
  useLeaveGuard(useWatch({ control, name: AGAIN }).some((text) => text !== ''));

  const save = (confirmed: boolean) =>
    handleSubmit(async ({ entry, ...typed }) => {
      const sent = sentPlaces(rows);
      setWrongAt('wrong' in sent ? sent.at : null);
      if ('wrong' in sent) return setTrouble({ kind: 'failed', message: sent.wrong });
      if (sent.places.length === 0)
        return setTrouble({ kind: 'failed', message: 'No reading at any place yet.' });
      const cells = FIELDS.map((field) => [
        field.name,
        isText(field) ? typed[field.name].trim() : typedNumber(typed[field.name]),
      ]);
      const body = {
        who: whoIsHere(),
        entry,
        loadW: 0,
        ...Object.fromEntries(cells),
        readings: sent.places,
        confirmed,
      };
      const answer = await sendJson<RunRefusal & { label: string }>(
        `/api/round-ups/${roundUpId}/runs`,
        'POST',
        body,
      );
      if (!answer.ok) return setTrouble(troubleOf(answer));
      setTrouble(null);
      notice.say(`Run ${String(answer.body.label)} is in the logbook`);
      for (const name of AGAIN) setValue(name, '');
      setRows(rows.map((row) => ({ ...row, values: '', rpm: '' })));
      setFocus('setting');
      router.refresh();
    });

  const fault = FIELDS.map(({ name }) => formState.errors[name]).find(Boolean);
  const shown: Trouble | null = fault ? { kind: 'failed', message: fault.message ?? '' } : trouble;
  const box = 'w-full rounded border bg-raised px-2 py-1';
  return (
    <form
      onSubmit={(event) => void save(false)(event)}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      className="mb-2 border-y border-hairline py-2 text-[14px]"
      aria-label="Type readings of a fan"
      noValidate
    >
      <div className="flex flex-wrap items-end gap-1.5 pb-2">
        <label className="block w-44">
          <span className="label-text">Entry</span>
          <select {...register('entry')} autoFocus className={`${box} border-hairline py-[5px]`}>
            <EntryOptions entries={entries} />
          </select>
        </label>
        {FIELDS.map((field) => (
          <label key={field.name} className="block" style={{ width: field.width }}>
            <span className="label-text whitespace-nowrap">{field.label}</span>
            <input
              {...register(field.name)}
              className={`${box} ${formState.errors[field.name] ? 'border-bad' : 'border-hairline'} ${isText(field) ? '' : 'text-right'}`}
              inputMode={isText(field) ? 'text' : 'decimal'}
              aria-invalid={formState.errors[field.name] !== undefined}
            />
          </label>
        ))}
      </div>
      <PlaceRows rows={rows} onRows={setRows} wrongAt={wrongAt} />
      <div className="flex flex-wrap items-center gap-2 pt-2">
        <button className="act-button" disabled={busy}>
          Save
        </button>
        <Button onClick={onClose}>Close</Button>
        <span className="label-text">
          <span className="key">↑</span> <span className="key">↓</span> from place to place, Enter saves. Keep
          hands and cables out of running fans: the probe is held in the stream, not in the blades.
        </span>
      </div>
      {shown && (
        <div className="pt-1.5">
          <TroubleNote trouble={shown} busy={busy} onAgain={() => void save(shown.kind === 'asked')()} />
        </div>
      )}
    </form>
  );
}
