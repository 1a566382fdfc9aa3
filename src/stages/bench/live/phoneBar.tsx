import type { LiveSample, LiveSession } from '@/core/bench/benchEvent';
import { isByAirAlone } from '@/core/bench/benchState';
import { figure } from '@/ui/marks/figures';
import { stopWords } from './phaseWords';
import { sendOrder } from '../sendOrder';

const shown = (value: number | null | undefined, unit: string) =>
  value === null || value === undefined ? `– ${unit}` : `${figure(value, 1)} ${unit}`;

/** On a phone the die, the rise and the level stay in sight over “Load off”, wherever the page is scrolled to; without heat speed and level. */
export function PhoneBar({
  roundUpId,
  session,
  samples,
}: {
  roundUpId: number;
  session: LiveSession;
  samples: readonly LiveSample[];
}) {
  const [, die = null, room = null, , rpm = null, level = null] = samples.at(-1) ?? [];
  const isCold = isByAirAlone(session.state);
  const isNear = die !== null && die > session.rule.limitC - 3;
  return (
    <div className="sticky bottom-0 z-20 -mx-4 flex items-center gap-3 border-t border-hairline bg-ground px-4 py-2 lg:hidden">
      <p className="min-w-0 flex-1 text-[15px] tabular-nums">
        {isCold ? (
          <b>{rpm === null ? '– rpm' : `${figure(rpm, 0)} rpm`}</b>
        ) : (
          <>
            <b className={isNear ? 'text-bad' : ''}>
              {isNear && '▲ '}
              {shown(die, '°C')}
            </b>
            {' · '}
            {shown(die !== null && room !== null ? die - room : null, 'K')}
          </>
        )}
        {' · '}
        {shown(level, 'dB(A)')}
      </p>
      <button
        type="button"
        className="shrink-0 cursor-pointer rounded-md border border-bad px-4 py-2.5 text-bad"
        onClick={() => void sendOrder(roundUpId, { do: 'abort' })}
      >
        {stopWords(session.state)}
      </button>
    </div>
  );
}
