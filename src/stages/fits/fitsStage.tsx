'use client';

import { CsvButton } from '@/ui/chart/csvButton';
import { parseAsString, useQueryState } from 'nuqs';
import { toast } from 'sonner';
import type { FitsData } from '@/lab/orders/fitsView';
import { PageLine } from '../desk/pageLine';
import { CaseDrawing } from './caseDrawing';
import { HeightLine } from './heightLine';
import { FitsList } from './fitsList';
import { MachineFields } from './machineFields';

async function copyAddress() {
  try {
    await navigator.clipboard.writeText(window.location.href);
    toast.success('The address is copied');
  } catch {
    toast.error('The browser did not let the address be copied. Copy it from the address bar.');
  }
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
          <MachineFields machine={machine} cases={cases} />
          <CaseDrawing machine={machine} fit={shown} />
          <HeightLine advice={advice} machine={machine} />
        </section>
        <section aria-label="What fits" className="min-w-0 flex-1 space-y-3">
          <h2 className="font-display text-[26px] leading-tight font-bold" role="status" dir="auto">
            {answer}
          </h2>
          <p className="text-[13.5px] text-ink2">
            Margin to the limit at {machine.noiseDba.toFixed(1)} dB(A) in this room, with its 95 % interval,
            sensors and power meter included; from K/W at {data.load}. Another processor moves all of it by
            some kelvin: a smaller die runs hotter at the same watts.{' '}
            <CsvButton
              fileName="what-fits"
              rows={() =>
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
          <FitsList data={data} shown={shown?.entry} onShow={(entry) => void setChosen(entry)} />
        </section>
      </div>
    </div>
  );
}
