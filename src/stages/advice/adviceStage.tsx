'use client';

import type { PageEntry } from '@/lab/model/pageEntries';
import type { AdviceView } from '@/lab/orders/adviceView';
import Link from 'next/link';
import { parseAsFloat, useQueryStates } from 'nuqs';
import type { Advice, Machine } from '@/core/judgement/advice';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, plural } from '@/ui/marks/figures';
import { NumberField } from '@/ui/form/fields';

type AdviceData = AdviceView & {
  roundUpId: number;
  machine: Machine;
  entries: (PageEntry & { price: number | null })[];
};

const HEADINGS: Record<Advice['status'], string> = {
  fits: 'Fits',
  open: 'Too close to call',
  misses: 'Does not fit',
};

/** A reader's machine, and what of this round-up suits it. The address holds the machine, so that it can be sent. */
export function AdviceStage({ data }: { data: AdviceData }) {
  const { machine, advice, entries, cases } = data;
  const all = {
    watts: machine.watts,
    limit: machine.limitC,
    room: machine.roomC,
    noise: machine.noiseDba,
    height: machine.heightMm,
    memory: machine.memoryMm,
    budget: machine.budget,
  };
  const [, setMachine] = useQueryStates(
    {
      watts: parseAsFloat,
      limit: parseAsFloat,
      room: parseAsFloat,
      noise: parseAsFloat,
      height: parseAsFloat,
      memory: parseAsFloat,
      budget: parseAsFloat,
    },
    { shallow: false, history: 'replace' },
  );
  /** All of it goes into the address, so that a wish that was cleared stays cleared. */
  const change = (part: Partial<Record<keyof typeof all, number | null>>) =>
    void setMachine({ ...all, ...part });
  const byEntry = new Map(entries.map((entry) => [entry.entry, entry]));
  const groups = (['fits', 'open', 'misses'] as const).map((status) => ({
    status,
    found: advice.filter((item) => item.status === status),
  }));
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-6 px-4 pt-3.5 pb-6 md:px-7 lg:flex-row">
      <section aria-label="The machine" className="space-y-2.5 lg:w-[320px]">
        <h2 className="font-display text-[22px] font-bold">For a reader’s machine</h2>
        <p className="text-[14px] text-ink2">
          What it draws, how hot and how loud it may be, and what goes into it. The address holds it all: send
          it.
        </p>
        <div className="grid grid-cols-2 gap-2.5">
          <NumberField label="Heat" unit="W" value={machine.watts} onValue={(watts) => change({ watts })} />
          <NumberField
            label="No louder than"
            unit="dB(A)"
            value={machine.noiseDba}
            onValue={(noise) => change({ noise })}
          />
          <NumberField
            label="Limit"
            unit="°C"
            value={machine.limitC}
            onValue={(limit) => change({ limit })}
          />
          <NumberField label="Room" unit="°C" value={machine.roomC} onValue={(room) => change({ room })} />
          <NumberField
            optional
            label="Room for a cooler"
            unit="mm"
            value={machine.heightMm}
            onValue={(height) => change({ height })}
          />
          <NumberField
            optional
            label="Memory stands"
            unit="mm"
            value={machine.memoryMm}
            onValue={(memory) => change({ memory })}
          />
          <NumberField
            optional
            label="Money"
            unit={machine.currency}
            value={machine.budget}
            onValue={(budget) => change({ budget })}
          />
        </div>
        {cases.length > 0 && (
          <p className="flex flex-wrap gap-2 text-[14px]">
            {cases.map(({ name, coolerHeightMm, memoryHeightMm }) => (
              <button
                key={name}
                type="button"
                className="quiet-button"
                onClick={() => change({ height: coolerHeightMm, memory: memoryHeightMm })}
              >
                As {name}
              </button>
            ))}
          </p>
        )}
        <p className="text-[13.5px] text-ink2">
          By K/W at the noise, from the curves at {data.load}, meter and room as on this rig. Another case,
          another processor and its spreader move all of it.
        </p>
        <Link
          className="text-[14px] underline underline-offset-3"
          href={`/round-ups/${data.roundUpId}/verdict`}
        >
          Back to the verdict
        </Link>
      </section>
      <section aria-label="Advice" className="min-w-0 flex-1 space-y-5">
        <p className="text-[15px]" role="status">
          {plural(groups[0]!.found.length, 'entry fits', 'entries fit')}
          {groups[1]!.found.length > 0 && `, ${groups[1]!.found.length} cannot be told`}
          {groups[2]!.found.length > 0 && `, ${groups[2]!.found.length} left out`}.
        </p>
        {groups
          .filter(({ found }) => found.length > 0)
          .map(({ status, found }) => (
            <section key={status} aria-label={HEADINGS[status]}>
              <h3 className="font-display pb-1 text-[16px] font-bold">{HEADINGS[status]}</h3>
              <table className="figure-table">
                <thead>
                  <tr>
                    <th scope="col">Entry</th>
                    <th scope="col" className="num">
                      Die, °C
                    </th>
                    <th scope="col" className="num">
                      Margin, K
                    </th>
                    <th scope="col" className="num">
                      dB(A)
                    </th>
                    <th scope="col" className="num">
                      Price
                    </th>
                    <th scope="col">{status === 'fits' ? '' : 'Why not'}</th>
                  </tr>
                </thead>
                <tbody>
                  {found.map((item) => {
                    const entry = byEntry.get(item.entry)!;
                    return (
                      <tr key={item.entry} data-entry={item.entry}>
                        <td className="min-w-40">
                          <span className="flex items-center gap-1.5">
                            <EntryMark position={entry.position} />
                            <span dir="auto">{entry.product}</span>
                          </span>
                        </td>
                        <td className="num whitespace-nowrap">
                          {item.dieC === null ? (
                            '–'
                          ) : (
                            <>
                              <b>{figure(item.dieC, 1)}</b>{' '}
                              <span className="text-[13px] text-ink2">± {figure(item.interval95, 1)}</span>
                            </>
                          )}
                        </td>
                        <td className="num">{item.marginK === null ? '–' : figure(item.marginK, 1)}</td>
                        <td className="num">{item.levelDb === null ? '–' : figure(item.levelDb, 1)}</td>
                        <td className="num">{entry.price === null ? '–' : figure(entry.price, 2)}</td>
                        <td className={status === 'misses' ? 'text-ink2' : 'text-warn'}>
                          {item.misses.join('; ')}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </section>
          ))}
      </section>
    </div>
  );
}
