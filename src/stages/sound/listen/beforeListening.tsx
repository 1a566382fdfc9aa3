import { LOUD_DBA, type ListenAt } from '@/core/sound/recording/playback';
import { figure } from '@/ui/marks/figures';

/** What is heard, blind or not, and the volume turned down before anything plays. */
export function BeforeListening({
  at,
  isBlind,
  levels,
  loudestAtEar,
  lineDba,
  onAt,
  onBlind,
  onBegin,
}: {
  at: ListenAt;
  isBlind: boolean;
  /** Of the clips that would be heard, dB(A). */
  levels: readonly number[];
  /** dB(A) at the ear of somebody who calibrated the playback; null where nobody has. */
  loudestAtEar: number | null;
  lineDba: number;
  onAt: (at: ListenAt) => void;
  onBlind: (isBlind: boolean) => void;
  onBegin: () => void;
}) {
  return (
    <div className="max-w-2xl space-y-4">
      <fieldset className="flex flex-wrap gap-x-6 gap-y-1">
        <legend className="label-text pb-1">Of each entry, the clip</legend>
        {(
          [
            ['line', `nearest the line, ${figure(lineDba, 1)} dB(A)`],
            ['full', 'at its fastest setting'],
          ] as const
        ).map(([value, words]) => (
          <label key={value} className="flex items-center gap-2">
            <input type="radio" name="at" checked={at === value} onChange={() => onAt(value)} />
            {words}
          </label>
        ))}
      </fieldset>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={isBlind} onChange={({ target }) => onBlind(target.checked)} />
        Without knowing which is which, until they are in order
      </label>
      {levels.length < 2 ? (
        <p className="text-warn">
          ▲ {levels.length === 0 ? 'No clip' : 'One clip'} is calibrated and counts: at least two are needed.
        </p>
      ) : (
        <div className="rounded-lg border border-warn p-3">
          <p className="font-semibold">▲ Turn your volume down first.</p>
          <p className="pt-1 text-[14.5px]">
            {levels.length} clips play at one gain: the loudest is{' '}
            {figure(Math.max(...levels) - Math.min(...levels), 0)} dB above the quietest.{' '}
            {loudestAtEar === null
              ? 'The level at your ear is not known: playback is not calibrated.'
              : `At your ear the loudest is about ${figure(loudestAtEar, 0)} dB(A)${loudestAtEar >= LOUD_DBA ? ', which is loud: turn it down, and calibrate again' : ''}.`}
          </p>
          <button type="button" className="act-button mt-3" onClick={() => onBegin()}>
            It is down: begin
          </button>
        </div>
      )}
    </div>
  );
}
