'use client';

import { Link } from '@/ui/frame/link';
import { PAGES } from '@/contracts/roundUpPages';
import { TakeAlong } from '../desk/takeAlong';
import { parseAsString, useQueryState } from 'nuqs';
import type { LabCase } from '@/core/cases/labCase';
import type { FitsData } from '@/lab/orders/readers/fitsView';
import { copyText } from '@/ui/copyText';
import { PageLine } from '../desk/pageLine';
import { CaseDrawing } from './caseDrawing';
import { HeightLine } from './heightLine';
import { FitsList } from './fitsList';
import { MachineFields } from './machineFields';

const copyAddress = () =>
  copyText(
    window.location.href,
    'The address is copied',
    'The browser did not let the address be copied. Copy it from the address bar.',
  );

/** The Verdict at this machine's noise with only what fits it; the sides of a case give the largest radiator. */
function rankedAddress({ machine, roundUpId, loadKey }: FitsData): string {
  const { watts, limitC, roomC, noiseDba, room } = machine;
  const largest = (of: (side: LabCase['sides'][number]) => number | null, otherwise: number | null) => {
    const known = (room?.sides ?? []).flatMap((side) => of(side) ?? []);
    return known.length > 0 ? Math.max(...known) : otherwise;
  };
  const asked = {
    ...{ load: loadKey, line: noiseDba, noise: noiseDba, watts, limit: limitC, room: roomC },
    ...{ height: machine.heightMm, memory: machine.memoryMm, thick: machine.fanThicknessMm },
    radiator: largest(({ radiatorMm }) => radiatorMm, machine.radiatorMm),
    deep: largest(({ radiatorDepthMm }) => radiatorDepthMm, machine.radiatorDepthMm),
    ...{ socket: machine.socket, budget: machine.budget, case: room?.name ?? null },
  };
  const query = new URLSearchParams(
    Object.entries(asked).flatMap(([name, value]) =>
      value === null || value === '' ? [] : [[name, String(value)]],
    ),
  );
  return `/round-ups/${roundUpId}/${PAGES.verdict.path}?${query}`;
}

/** A reader's machine, and what of this round-up fits it. The address holds the machine, so that it can be sent. */
export function FitsStage({ data }: { data: FitsData }) {
  const { machine, advice, answer, cases } = data;
  const [chosen, setChosen] = useQueryState('entry', parseAsString.withDefault(''));
  const shown = advice.find(({ entry }) => entry === chosen) ?? advice[0];
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine>
        <p className="text-[14px] text-ink2">
          This machine is in the address:{' '}
          <button
            type="button"
            className="cursor-pointer font-semibold text-ink underline underline-offset-3"
            onClick={() => void copyAddress()}
          >
            copy it
          </button>
        </p>
      </PageLine>
      <div className="flex min-w-0 flex-1 flex-col gap-x-9 gap-y-5 lg:flex-row">
        <section aria-label="The machine" className="shrink-0 space-y-4 lg:w-[410px]">
          <MachineFields machine={machine} cases={cases} sockets={data.sockets} />
          <CaseDrawing machine={machine} fit={shown} />
          <HeightLine advice={advice} machine={machine} />
        </section>
        <section aria-label="What fits" className="min-w-0 flex-1 space-y-3">
          <div role="status">
            <h2 className="font-display text-[26px] leading-tight font-bold" dir="auto">
              {answer}
            </h2>
          </div>
          <p className="text-[13.5px] text-ink2">
            Margin to the limit at {machine.noiseDba.toFixed(1)} dB(A) in this room, with its 95 % interval,
            sensors and power meter included; from K/W at {data.load}. Another processor moves all of it by
            some kelvin: a smaller die runs hotter at the same watts.{' '}
            <TakeAlong
              picture="fits-picture"
              condition={`${machine.watts} W in ${machine.roomC} °C, limit ${machine.limitC} °C, ${machine.noiseDba.toFixed(1)} dB(A)`}
              fileName="what-fits"
              figures={() =>
                advice.map((fit) => ({
                  watts: machine.watts,
                  noise_dba: machine.noiseDba,
                  room_c: machine.roomC,
                  limit_c: machine.limitC,
                  case: machine.room?.name ?? '',
                  entry: fit.product,
                  fits: fit.status,
                  margin_k: fit.marginK,
                  interval_95: fit.interval95,
                  price: fit.price,
                  currency: machine.currency,
                  why_not: fit.misses.join('; '),
                }))
              }
            />
          </p>
          <p>
            <Link className="quiet-button" href={rankedAddress(data)}>
              Rank only what fits
            </Link>
          </p>
          <div id="fits-picture" className="grows">
            <FitsList data={data} shown={shown?.entry} onShow={(entry) => void setChosen(entry)} />
          </div>
        </section>
      </div>
    </div>
  );
}
