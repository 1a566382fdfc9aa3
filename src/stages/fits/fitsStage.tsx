'use client';

import type { PageEntry } from '@/lab/model/pageEntries';
import type { FitsView } from '@/lab/orders/fitsView';
import type { Machine } from '@/core/judgement/advice';
import { plural } from '@/ui/marks/figures';
import { FitsGroup } from './fitsGroup';
import { MachineFields } from './machineFields';

type AdviceData = FitsView & {
  roundUpId: number;
  machine: Machine;
  entries: (PageEntry & { price: number | null })[];
};

/** A reader's machine, and what of this round-up suits it. The address holds the machine, so that it can be sent. */
export function FitsStage({ data }: { data: AdviceData }) {
  const { machine, advice, entries, cases } = data;
  const byEntry = new Map(entries.map((entry) => [entry.entry, entry]));
  const groups = (['fits', 'open', 'misses'] as const).map((status) => ({
    status,
    found: advice.filter((item) => item.status === status),
  }));
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-6 px-4 pt-3.5 pb-6 md:px-7 lg:flex-row">
      <MachineFields machine={machine} cases={cases} load={data.load} roundUpId={data.roundUpId} />
      <section aria-label="Advice" className="min-w-0 flex-1 space-y-5">
        <p className="text-[15px]" role="status">
          {plural(groups[0]!.found.length, 'entry fits', 'entries fit')}
          {groups[1]!.found.length > 0 && `, ${groups[1]!.found.length} cannot be told`}
          {groups[2]!.found.length > 0 && `, ${groups[2]!.found.length} left out`}.
        </p>
        {groups
          .filter(({ found }) => found.length > 0)
          .map(({ status, found }) => (
            <FitsGroup key={status} {...{ status, found, byEntry }} />
          ))}
      </section>
    </div>
  );
}
