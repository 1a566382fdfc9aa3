'use client';

import { parseAsInteger, useQueryState } from 'nuqs';
import { useMemo } from 'react';
import { figure, plural } from '@/ui/marks/figures';
import { ChoiceField } from '@/ui/form/fields';
import type { ClipRow, DrawnClip, SoundData } from '@/lab/sound/soundPage';
import { Spectrogram, type Column } from './spectrogram';
import { TakeAlong } from '../desk/takeAlong';
import { SpectrumPlot } from './spectrumPlot';
import { momentWords } from '@/core/timeWords';
import { sentence } from '@/core/words';
import { useAct } from '@/ui/useAct';
import { CountsForm } from './countsForm';
import { Tones } from './tones';
import { Fault } from '@/ui/form/fault';

/** Along time, or along the speed of its settings where three and more were recorded. */
function courses({ spectrogram, bySpeed }: DrawnClip): { time: Column[]; speed: Column[] | null } {
  const { stepS, levels } = spectrogram;
  const time = levels.map((column, i) => ({ from: i * stepS, to: (i + 1) * stepS, levels: column }));
  if (bySpeed.length < 3) return { time, speed: null };
  // Each speed stands for half of the way to its neighbours.
  const middle = (i: number) => (bySpeed[i]!.rpm + bySpeed[i + 1]!.rpm) / 2;
  const last = bySpeed.length - 1;
  const speed = bySpeed.map(({ rpm, lines }, i) => ({
    from: i === 0 ? 2 * rpm - middle(0) : middle(i - 1),
    to: i === last ? 2 * rpm - middle(last - 1) : middle(i),
    levels: lines.levels,
  }));
  return { time, speed };
}

function Figures({ row }: { row: ClipRow }) {
  const atMost =
    row.sone !== null && row.soneAtMost !== null && row.soneAtMost > row.sone + 0.005
      ? `, at most ${figure(row.soneAtMost, 2)} with ${plural(row.bandsAtRoom, 'band')} in which the room is as loud`
      : '';
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[14.5px]">
      {row.levelDba !== null && (
        <>
          <dt className="text-ink2">Level, with the room</dt>
          <dd>
            <b>{figure(row.levelDba, 1)} dB(A)</b>
            {row.exceededDba &&
              `; L10 ${figure(row.exceededDba.l10, 1)}, L50 ${figure(row.exceededDba.l50, 1)}, L90 ${figure(row.exceededDba.l90, 1)}`}
          </dd>
        </>
      )}
      <dt className="text-ink2">Loudness{row.hasRoom ? ', without the room' : ', with the room'}</dt>
      <dd>
        {row.sone === null ? (
          row.outOf
        ) : (
          <>
            <b>{figure(row.sone, 2)} sone</b>, {figure(row.phon, 1)} phon{atMost}
          </>
        )}
      </dd>
      <dt className="text-ink2">Recorded</dt>
      <dd>
        {momentWords(row.recordedAt)}, {figure(row.durationS, 1)} s
        {row.rpm !== null && `, at ${figure(row.rpm, 0)} rpm`}
      </dd>
    </dl>
  );
}

/** One clip: spectrum over the room, tones named, its course, and what a person says of it. */
export function ClipDetail({
  data,
  shown,
  beside,
}: {
  data: SoundData;
  shown: DrawnClip;
  beside: DrawnClip | null;
}) {
  const [, setBeside] = useQueryState(
    'beside',
    parseAsInteger.withOptions({ shallow: false, scroll: false }),
  );
  const { act, refusal: failure } = useAct('page');
  const { row } = shown;
  const { time, speed } = useMemo(() => courses(shown), [shown]);
  const end = time.at(-1)?.to ?? 1;
  const timeAxis = useMemo(() => ({ title: 'Seconds from the start', min: 0, max: end }), [end]);
  const speedAxis = useMemo(
    () => ({ title: 'Speed of the first fan, rpm', min: speed?.[0]?.from ?? 0, max: speed?.at(-1)?.to ?? 1 }),
    [speed],
  );

  async function say(edit: Record<string, unknown>, words: string) {
    const url = `/api/round-ups/${data.roundUpId}/recordings/${row.id}`;
    return (await act({ url, method: 'PATCH', body: edit, said: words })).ok;
  }

  const sidesOf = (kind: 'calibration' | 'room', none: string) => [
    { value: '', label: none },
    ...data.sides
      .filter((side) => side.kind === kind && side.setAside === '')
      .map((side) => ({
        value: String(side.id),
        label: `${momentWords(side.recordedAt)}, ${side.kind === 'calibration' ? `${figure(side.calibratorDb, 0)} dB` : `${figure(side.levelDba, 1)} dB(A)`}`,
      })),
  ];
  const idOf = (value: string) => (value === '' ? null : Number(value));
  return (
    <section aria-label={`${row.product}, ${row.setting}`} className="min-w-0 space-y-3">
      <div className="flex flex-wrap items-end justify-between gap-x-5 gap-y-2">
        <h2 className="font-display text-[17px] font-bold" dir="auto">
          {row.product}, {row.setting}
        </h2>
        <span className="w-64">
          <ChoiceField
            label="Over it, dashed"
            value={beside ? String(beside.row.id) : ''}
            onValue={(value) => void setBeside(idOf(value))}
            options={[
              { value: '', label: 'nothing' },
              ...data.clips
                .filter(({ id }) => id !== row.id)
                .map((clip) => ({ value: String(clip.id), label: `${clip.product}, ${clip.setting}` })),
            ]}
          />
        </span>
      </div>
      {row.faults.map(({ says, spoils }) => (
        <p key={says} className={spoils ? 'text-warn' : 'text-ink2'} dir="auto">
          {spoils ? '▲ ' : ''}
          {sentence(says)}.{spoils && !row.usedAnyway && ' It gives no loudness.'}
        </p>
      ))}
      <Figures row={row} />
      <div id="spectrum-picture">
        <SpectrumPlot shown={shown} beside={beside} />
      </div>
      <TakeAlong
        picture="spectrum-picture"
        fileName="spectrum"
        condition={`${row.product}, ${row.setting}${beside ? `; dashed: ${beside.row.product}, ${beside.row.setting}` : ''}`}
        figures={() =>
          [shown, ...(beside ? [beside] : [])].flatMap(({ row: { product, setting }, lines }) =>
            lines.hz.map((hz, i) => ({ product, setting, hz, level_db: lines.levels[i]! })),
          )
        }
      />
      <p className="label-text">
        Unbroken: {row.product}, {row.setting}.
        {beside && ` Dashed: ${beside.row.product}, ${beside.row.setting}.`}
        {shown.room ? ' Dotted: the room alone.' : ' The room was not recorded in that session.'} Numbers at
        the top: tones found, Hz; a clear one is bold.
      </p>
      <Tones row={row} />
      {speed ? (
        <Spectrogram columns={speed} hz={shown.lines.hz} x={speedAxis} label="Spectrum at each speed" />
      ) : (
        <Spectrogram columns={time} hz={shown.spectrogram.bandsHz} x={timeAxis} label="Spectrum along time" />
      )}
      <audio
        controls
        preload="none"
        className="w-full max-w-md"
        src={`/round-ups/${data.roundUpId}/recordings/${row.id}`}
        aria-label={`${row.product}, ${row.setting}`}
      />
      <div className="grid max-w-2xl grid-cols-2 gap-3">
        <ChoiceField
          label="Calibrated by"
          value={row.calibrationId === null ? '' : String(row.calibrationId)}
          onValue={(value) => void say({ calibrationId: idOf(value) }, 'Calibration saved')}
          options={sidesOf('calibration', 'nothing: relative levels only')}
        />
        <ChoiceField
          label="Room taken off"
          value={row.roomId === null ? '' : String(row.roomId)}
          onValue={(value) => void say({ roomId: idOf(value) }, 'Room saved')}
          options={sidesOf('room', 'none')}
        />
      </div>
      <CountsForm row={row} onSay={say} />
      <Fault>{failure}</Fault>
    </section>
  );
}
