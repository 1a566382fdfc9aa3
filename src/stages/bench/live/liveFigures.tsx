import { Termed } from '@/ui/marks/term';
import type { LiveSample, LiveSession } from '@/core/bench/benchEvent';
import { isByAirAlone, type BenchState } from '@/core/bench/benchState';
import { mean } from '@/core/statistics/mean';
import { figure } from '@/ui/marks/figures';

function last(samples: readonly LiveSample[], place: 1 | 2 | 3 | 4 | 5): number | null {
  const other = samples.at(-1);
  return other ? other[place] : null;
}

function Big({
  name,
  value,
  decimals,
  unit,
  under,
  bad,
}: {
  name: string;
  value: number | null;
  decimals: number;
  unit: string;
  under: string;
  bad?: boolean;
}) {
  return (
    <div className="min-w-0">
      <dt className="label-text">
        <Termed>{name}</Termed>
      </dt>
      <dd>
        <span
          className={`font-display text-[30px] leading-[1.05] font-bold md:text-[44px] 2xl:text-[56px] ${bad ? 'text-bad' : ''}`}
        >
          {value === null ? '–' : figure(value, decimals)}
        </span>
        <span className="pl-1 text-[14px] text-ink2 md:text-[17px]">{unit}</span>
        <span className={`block text-[13px] ${bad ? 'text-bad' : 'text-ink2'}`}>{under}</span>
      </dd>
    </div>
  );
}

/** What a probe read last of the setting in hand, large. */
function LastRead({ probe }: { probe: BenchState['probe'] }) {
  const last = probe?.readings.at(-1);
  const isPressure = (last ?? probe?.places[0])?.quantity === 'pressure';
  const same = probe?.readings.filter(
    ({ quantity, place }) => quantity === last?.quantity && place === last.place,
  );
  return (
    <Big
      name={isPressure ? 'Pressure' : 'Airspeed'}
      value={last ? mean(same!.map(({ value }) => value)) : null}
      decimals={isPressure ? 1 : 2}
      unit={isPressure ? 'Pa' : 'm/s'}
      under={last?.place ?? 'not read at this setting yet'}
    />
  );
}

/** Die, room, rise, power, fans and noise as they are now, large; without heat no kelvins, and what a probe read. */
export function LiveFigures({ session, samples }: { session: LiveSession; samples: readonly LiveSample[] }) {
  const die = last(samples, 1);
  const room = last(samples, 2);
  const { state, rule } = session;
  const isCold = isByAirAlone(state);
  const near = die !== null && die > rule.limitC - 3;
  const duty = state.dutyPct === null ? 'automatic' : `duty ${state.dutyPct}\u202f%`;
  return (
    <dl className="grid grid-cols-3 gap-x-4 gap-y-2 md:flex md:justify-between" aria-label="Readings now">
      {!isCold && (
        <Big
          name="Die"
          value={die}
          decimals={1}
          unit="°C"
          under={near ? `▲ limit ${rule.limitC}` : `limit ${rule.limitC}`}
          bad={near}
        />
      )}
      <Big name="Room" value={room} decimals={1} unit="°C" under={room === null ? 'no reading' : 'probe'} />
      {isCold ? (
        <LastRead probe={state.probe} />
      ) : (
        <>
          <Big
            name="Rise"
            value={die !== null && room !== null ? die - room : null}
            decimals={1}
            unit="K"
            under="over the room"
          />
          <Big
            name="Power"
            value={last(samples, 3)}
            decimals={0}
            unit="W"
            under={state.loadW > 0 ? `load ${state.loadW} W` : 'load off'}
          />
        </>
      )}
      <Big name="Fans" value={last(samples, 4)} decimals={0} unit="rpm" under={duty} />
      <Big
        name="Noise"
        value={last(samples, 5)}
        decimals={1}
        unit="dB(A)"
        under={state.floorDb === null ? 'room not read yet' : `room ${figure(state.floorDb, 1)}`}
      />
    </dl>
  );
}
