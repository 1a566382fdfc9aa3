'use client';

import { useState } from 'react';
import { lonelyFlows } from '@/core/air/flowPoint';
import { spotScatter } from '@/core/air/spotScatter';
import { ownUnit, shownUnit } from '@/core/responses/readingUnits';
import type { SpotReading } from '@/core/responses/spotReading';
import type { LabRun } from '@/core/runs/labRun';
import { figure } from '@/ui/marks/figures';
import { RunTrouble } from './runTrouble';
import { PlaceRows } from './placeRows';
import { asTyped, emptyPlace, sentPlaces, type TypedPlace } from './typedReadings';
import { useRunSave } from './useRunSave';
import { Heads, num } from '@/ui/frame/heads';
import { Button } from '@/ui/frame/button';

/** What was read of a run at places: each reading, its mean and scatter; changed in the same lines as they are typed. */
export function ReadingsPanel({
  roundUpId,
  run,
  readings,
}: {
  roundUpId: number;
  run: LabRun;
  readings: readonly SpotReading[];
}) {
  const [rows, setRows] = useState<TypedPlace[] | null>(null);
  const [wrongAt, setWrongAt] = useState<number | null>(null);
  const saving = useRunSave(roundUpId, run);
  const places = spotScatter(readings, run.rpm);
  const hasSpeed = run.rpm !== null || readings.some((reading) => reading.rpm !== null);
  const unfinished = [
    ...lonelyFlows(readings).map(
      (place) => `a flow at ${place} and no pressure there: no point of the fan’s curve`,
    ),
    ...(places.some(({ quantity }) => quantity === 'pressure' || quantity === 'flow') && !hasSpeed
      ? ['no fan speed is recorded: its readings cannot be converted']
      : []),
  ];
  const close = () => {
    setRows(null);
    setWrongAt(null);
    saving.clear();
  };
  const sent = (): { readings: unknown } | undefined => {
    const read = sentPlaces(rows ?? []);
    setWrongAt('wrong' in read ? read.at : null);
    if ('wrong' in read) {
      saving.fail(read.wrong);
      return undefined;
    }
    return { readings: read.places };
  };
  function submit(event: React.FormEvent) {
    event.preventDefault();
    const changes = sent();
    if (!changes) return;
    const before = sentPlaces(asTyped(readings));
    const undo = { readings: 'places' in before ? before.places : [] };
    void saving.save({ changes, done: `Readings of run ${run.label} saved`, undo, onSaved: close });
  }
  return (
    <section aria-label="Readings at places" className="max-w-3xl pt-2">
      <h3 className="font-display text-[16px] font-bold">Read at places</h3>
      {places.length === 0 && !rows && (
        <p className="py-2 text-[14.5px]">Nothing was read of this run by hand.</p>
      )}
      {places.length > 0 && !rows && (
        <table className="figure-table">
          <Heads of={['Where', num('Mean'), num('s'), 'Readings']} />
          <tbody>
            {places.map(({ quantity, place, mean, deviation, apart, readings: here, restatedFrom }) => (
              <tr key={quantity + place}>
                <td dir="auto">
                  {place}
                  <span className="text-[13px] text-ink2"> {quantity}</span>
                </td>
                <td className="num whitespace-nowrap">
                  {figure(mean, quantity === 'airspeed' ? 2 : 1)} {shownUnit(ownUnit(quantity))}
                </td>
                <td className="num">{deviation === null ? '–' : figure(deviation, 2)}</td>
                <td className="text-[14px]">
                  {here.map(({ value }, i) => (
                    <span key={i} className={i === apart ? 'font-semibold text-warn' : ''}>
                      {i > 0 && ' · '}
                      {figure(value, quantity === 'airspeed' ? 2 : 1)}
                      {i === apart && ' is an outlier'}
                    </span>
                  ))}
                  {restatedFrom !== null && run.rpm !== null && (
                    <span className="block text-[13px] text-ink2">
                      read at {figure(restatedFrom, 0)} rpm, converted to {figure(run.rpm, 0)} rpm by the{' '}
                      {quantity === 'pressure' ? 'square of the speeds' : 'ratio of the speeds'}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {!rows && unfinished.length > 0 && (
        <p className="pt-1 text-[14px] text-warn">▲ {unfinished.join('; ')}.</p>
      )}
      {rows ? (
        <form
          onSubmit={submit}
          onKeyDown={(event) => event.key === 'Escape' && close()}
          aria-label="Readings of this run"
          className="pt-1"
        >
          <PlaceRows rows={rows} onRows={setRows} wrongAt={wrongAt} />
          <div className="flex gap-2 pt-2">
            <button className="act-button" disabled={saving.busy}>
              Save
            </button>
            <Button onClick={close}>Leave as they are</Button>
          </div>
          <RunTrouble saving={saving} typed={sent} onClose={close} />
        </form>
      ) : (
        <button
          className="mt-1 cursor-pointer text-[14px] underline underline-offset-3"
          onClick={() => setRows(readings.length > 0 ? asTyped(readings) : [emptyPlace('airspeed', '')])}
        >
          {readings.length > 0 ? 'Change the readings' : 'Type readings at places'}
        </button>
      )}
    </section>
  );
}
