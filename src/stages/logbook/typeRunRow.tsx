'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { notice } from '@/ui/frame/notice';
import { object, string, type StringSchema } from 'yup';
import type { Load } from '@/core/runs/load';
import { EntryOptions } from '@/ui/form/entryOptions';
import { numberCell } from '@/ui/form/numberCell';
import { TroubleNote, type Trouble } from '@/ui/form/troubleNote';
import { useLeaveGuard } from '@/ui/form/useLeaveGuard';
import { sendJson } from '@/ui/sendJson';
import { typedNumber } from '@/ui/typedNumber';
import { whoIsHere } from '@/ui/who';
import { troubleOf, type RunRefusal } from '../run/saveRun';
import { MORE, MoreReadings, NO_MORE, sentMore } from './moreReadings';
import { Button } from '@/ui/frame/button';
import { Options } from '@/ui/form/options';

interface Field {
  name: CellName;
  label: string;
  width: string;
  optional?: boolean | undefined;
  text?: boolean;
}

type CellName =
  | 'setting'
  | 'pass'
  | 'mount'
  | 'noiseDb'
  | 'floorDb'
  | 'cpuC'
  | 'ambientC'
  | 'powerW'
  | 'rpm'
  | 'dutyPct'
  | 'note';

const FIELDS: Field[] = [
  { name: 'setting', label: 'Fans', width: '4.8rem', text: true },
  { name: 'pass', label: 'Pass', width: '3.8rem' },
  { name: 'mount', label: 'Mount', width: '4.2rem' },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '5.4rem' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '5.6rem' },
  { name: 'cpuC', label: 'Die, °C', width: '5rem', optional: true },
  { name: 'ambientC', label: 'Room, °C', width: '5.2rem', optional: true },
  { name: 'powerW', label: 'Power, W', width: '4.8rem', optional: true },
  { name: 'rpm', label: 'rpm', width: '4.6rem', optional: true },
  { name: 'dutyPct', label: 'Duty, %', width: '4.4rem', optional: true },
  { name: 'note', label: 'Note', width: '5.6rem', optional: true, text: true },
];

/** What stays for the next run of an evening: only the readings are new. */
const READINGS: readonly CellName[] = ['noiseDb', 'cpuC', 'powerW', 'rpm', 'dutyPct', 'note', 'setting'];
const OTHER = 'other';

/** A heat load that a run can be typed at, as the method names it. */
export interface TypedLoad extends Load {
  key: string;
  label: string;
}

const cells = Object.fromEntries(
  FIELDS.map(({ name, label, optional, text }) => [
    name,
    text ? string().default('') : numberCell(label, optional),
  ]),
) as Record<CellName, StringSchema<string, object, string, 'd'>>;

const schema = object({
  entry: string().required(),
  load: string().required(),
  loadW: string()
    .default('')
    .when('load', ([load], cell) => (load === OTHER ? numberCell('Load, W') : cell)),
  ...cells,
  more: object(
    Object.fromEntries(
      MORE.map(({ name, label, text }) => [name, text ? string().default('') : numberCell(label, true)]),
    ) as Record<string, StringSchema<string, object, string, 'd'>>,
  ),
  scoreBetter: string<'higher' | 'lower'>().oneOf(['higher', 'lower']).default('higher'),
});

const EMPTY = Object.fromEntries(
  FIELDS.map(({ name }) => [name, name === 'pass' || name === 'mount' ? '1' : '']),
) as Record<CellName, string>;

/** A line for runs without a log, made for the keyboard: Tab through, Enter saves and begins the next. */
export function TypeRunRow({
  roundUpId,
  entries,
  loads,
  onClose,
}: {
  roundUpId: number;
  entries: { entry: string; product: string }[];
  loads: TypedLoad[];
  onClose: () => void;
}) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const form = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      entry: entries[0]?.entry ?? '',
      load: loads[0]?.key ?? OTHER,
      loadW: '',
      ...EMPTY,
      more: NO_MORE,
      scoreBetter: 'higher' as const,
    },
    reValidateMode: 'onSubmit',
  });
  const { register, control, setValue, setFocus, formState } = form;
  const load = useWatch({ control, name: 'load' });
  useLeaveGuard(useWatch({ control, name: READINGS }).some((text) => text !== ''));
  const busy = formState.isSubmitting;
  const [showsMore, setShowsMore] = useState(false);

  const save = (confirmed: boolean) =>
    form.handleSubmit(async (typed) => {
      const chosen = loads.find((other) => other.key === typed.load);
      const heat = chosen
        ? { loadW: chosen.loadW, loadName: chosen.loadName, gpuLoadW: chosen.gpuLoadW }
        : { loadW: typedNumber(typed.loadW) };
      const read = FIELDS.map(({ name, text }) => [
        name,
        text ? typed[name].trim() : typedNumber(typed[name]),
      ]);
      const body = {
        ...{ who: whoIsHere(), entry: typed.entry, ...heat, ...Object.fromEntries(read), confirmed },
        ...sentMore(typed.more as Record<string, string>, typed.scoreBetter),
      };
      const answer = await sendJson<RunRefusal & { label: string }>(
        `/api/round-ups/${roundUpId}/runs`,
        'POST',
        body,
      );
      if (!answer.ok) return setTrouble(troubleOf(answer));
      setTrouble(null);
      notice.say(`Run ${String(answer.body.label)} is in the logbook`);
      for (const name of READINGS) setValue(name, '');
      setValue('more', { ...NO_MORE, scoreUnit: (typed.more as Record<string, string>).scoreUnit ?? '' });
      setFocus('setting');
      router.refresh();
    });

  // What the line itself can tell comes first; what the lab says stands until the next try.
  const { errors } = formState;
  const faults = [errors.loadW, ...FIELDS.map(({ name }) => errors[name])].map((error) => error?.message);
  const ofMore = Object.values(errors.more ?? {}).map((error) => (error as { message?: string }).message);
  const fault = [...faults, ...ofMore].find((message) => message !== undefined);
  const shown: Trouble | null = fault ? { kind: 'failed', message: fault } : trouble;
  const box = 'w-full rounded border bg-raised px-2 py-1';
  const isWrong = (name: CellName | 'loadW') =>
    formState.errors[name] !== undefined || (trouble?.kind === 'failed' && trouble.field === name);
  const edge = (name: CellName | 'loadW') => (isWrong(name) ? 'border-bad' : 'border-hairline');
  return (
    <form
      onSubmit={(event) => void save(false)(event)}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
      className="mb-2 border-y border-hairline py-2 text-[14px]"
      aria-label="Type a run"
      noValidate
    >
      <div className="flex flex-wrap items-end gap-1.5">
        <label className="block w-34">
          <span className="label-text">Entry</span>
          <select {...register('entry')} autoFocus className={`${box} border-hairline py-[5px]`}>
            <EntryOptions entries={entries} />
          </select>
        </label>
        <label className="block w-26">
          <span className="label-text">Load</span>
          <select {...register('load')} className={`${box} border-hairline py-[5px]`}>
            <Options of={loads.map(({ key, label }) => [key, label])} />
            <option value={OTHER}>other watts</option>
          </select>
        </label>
        {load === OTHER && (
          <label className="block w-20">
            <span className="label-text">Load, W</span>
            <input
              {...register('loadW')}
              className={`${box} ${edge('loadW')} text-right`}
              inputMode="decimal"
              aria-invalid={isWrong('loadW')}
            />
          </label>
        )}
        {FIELDS.map(({ name, label, width, text }) => (
          <label key={name} className="block" style={{ width }}>
            <span className="label-text whitespace-nowrap">{label}</span>
            <input
              {...register(name)}
              className={`${box} ${edge(name)} ${text ? '' : 'text-right'}`}
              inputMode={text ? 'text' : 'decimal'}
              aria-invalid={isWrong(name)}
            />
          </label>
        ))}
        <button className="act-button" disabled={busy}>
          Save
        </button>
        <Button aria-expanded={showsMore} onClick={() => setShowsMore(!showsMore)}>
          More readings
        </Button>
        <Button onClick={onClose}>Close</Button>
      </div>
      {showsMore && <MoreReadings register={register} />}
      {shown && (
        <div className="pt-1.5">
          <TroubleNote trouble={shown} busy={busy} onAgain={() => void save(shown.kind === 'asked')()} />
        </div>
      )}
    </form>
  );
}
