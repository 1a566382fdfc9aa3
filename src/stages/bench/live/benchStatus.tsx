'use client';

import { plural } from '@/ui/marks/figures';
import type { LiveStatus } from '@/core/bench/benchEvent';
import { sendOrder } from '../sendOrder';

const SPEEDS = [1, 10, 40, 120];
/** The bench process writes every two seconds; silence for longer means that it is not there, s. */
const SILENT_S = 7;

export function isBenchAway(status: LiveStatus): boolean {
  return status.silentS === null || status.silentS > SILENT_S;
}

/** Which instruments answer, and how fast the simulated rig's clock runs. */
export function BenchStatusLine({ roundUpId, status }: { roundUpId: number; status: LiveStatus }) {
  const faulty = status.instruments.filter((instrument) => instrument.fault !== '');
  const away = isBenchAway(status);
  const colour = away || faulty.length > 0 ? 'text-bad' : 'text-ok';
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-[14px]">
      <details className="relative">
        <summary className={`cursor-pointer ${colour}`}>
          {away
            ? '▲ bench process away'
            : faulty.length > 0
              ? `▲ ${faulty.length} of ${plural(status.instruments.length, 'instrument')} with a fault`
              : `● ${plural(status.instruments.length, 'instrument')}`}
        </summary>
        <ul className="absolute right-0 z-10 mt-1 w-[330px] space-y-1 rounded-md border border-hairline bg-raised p-3 text-[13.5px] shadow-lg">
          {status.instruments.map((instrument) => (
            <li key={instrument.name}>
              <span className={instrument.fault ? 'text-bad' : 'text-ok'}>
                {instrument.fault ? '▲' : '●'}
              </span>{' '}
              <b>{instrument.name}</b> <span className="text-ink2">{instrument.identity}</span>
              {instrument.fault && <span className="block text-bad">{instrument.fault}</span>}
            </li>
          ))}
        </ul>
      </details>
      {status.speed !== null && (
        <span className="flex items-center gap-2 text-ink2">
          Simulated rig, bench clock
          <span className="choices" role="group" aria-label="Bench clock">
            {SPEEDS.map((speed) => (
              <button
                key={speed}
                type="button"
                aria-pressed={status.speed === speed}
                onClick={() => void sendOrder(roundUpId, { do: 'speed', speed })}
              >
                {speed}×
              </button>
            ))}
          </span>
        </span>
      )}
    </div>
  );
}
