'use client';

import { momentWords } from '@/core/timeWords';
import { figure } from '@/ui/marks/figures';
import type { SideRow, SoundData } from '@/lab/sound/soundPage';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** Two tones of one evening that differ by more say that the gain was moved between them, dB. */
const MOVED_DB = 0.5;
const EVENING_MS = 12 * 3600_000;

/** The tone of the same evening that says another gain; null where none does. */
function moved(side: SideRow, sides: readonly SideRow[]): SideRow | null {
  if (side.kind !== 'calibration' || side.setAside) return null;
  return (
    sides.find(
      (other) =>
        other !== side &&
        other.kind === 'calibration' &&
        other.setAside === '' &&
        Math.abs(Date.parse(other.recordedAt) - Date.parse(side.recordedAt)) < EVENING_MS &&
        Math.abs(other.fullScaleDb! - side.fullScaleDb!) > MOVED_DB,
    ) ?? null
  );
}

/** Calibrator's tones and recordings of the room. */
export function SidesTable({ data }: { data: SoundData }) {
  const { act, refusal: failure } = useAct('page');
  if (data.sides.length === 0) return null;

  const setAside = ({ id, setAside: before }: SideRow) =>
    act({
      url: `/api/round-ups/${data.roundUpId}/recordings/${id}`,
      method: 'PATCH',
      body: { setAside: before ? '' : 'set aside by hand' },
      said: before ? 'It counts again' : 'Set aside: recordings that used it are not calibrated',
    });

  return (
    <section aria-label="Calibrations and the room" className="border-t border-hairline pt-3">
      <h2 className="pb-2 font-display text-[16px] font-bold">Calibrations and the room</h2>
      <ul className="max-w-3xl">
        {data.sides.map((side) => {
          const other = moved(side, data.sides);
          return (
            <li
              key={side.id}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline py-1.5"
            >
              <span className="num text-ink2">{momentWords(side.recordedAt)}</span>
              <span className={`min-w-0 flex-1 ${side.setAside ? 'line-through' : ''}`} dir="auto">
                {side.kind === 'calibration'
                  ? `Calibrator, ${figure(side.calibratorDb, 0)} dB: full scale is ${figure(side.fullScaleDb, 1)} dB`
                  : `The room alone${side.levelDba === null ? '' : `, ${figure(side.levelDba, 1)} dB(A)`}`}
              </span>
              {other && (
                <span className="text-warn">
                  ▲ {figure(Math.abs(other.fullScaleDb! - side.fullScaleDb!), 1)} dB from another of that
                  session: the gain changed
                </span>
              )}
              <Button onClick={() => void setAside(side)}>
                {side.setAside ? 'Let it count' : 'Set aside'}
              </Button>
            </li>
          );
        })}
      </ul>
      <Fault className="pt-2 text-[14px]">{failure}</Fault>
    </section>
  );
}
