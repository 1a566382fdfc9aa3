'use client';

import { Link } from '@/ui/frame/link';
import { usePathname, useSearchParams } from 'next/navigation';
import { MACHINE_KEYS } from '@/contracts/machineAddress';
import { PAGES } from '@/contracts/roundUpPages';
import type { FilterData } from '@/lab/orders/verdictPage';
import { plural } from '@/ui/marks/figures';

const LINK = 'underline underline-offset-3';

/** Whether only what fits is ranked: what is left out and why, and where that is changed. */
export function FitNote({ roundUpId, data }: { roundUpId: number; data: FilterData }) {
  const now = useSearchParams();
  const path = usePathname();
  const fits = `/round-ups/${roundUpId}/${PAGES.fits.path}?${now}`;
  if (!data.isOn)
    return (
      <p className="label-text pb-2">
        {data.all > 0 && 'No entry is left out. '}
        <Link className={LINK} href={fits}>
          Rank only what fits a machine
        </Link>
      </p>
    );
  const others = new URLSearchParams([...now].filter(([name]) => !MACHINE_KEYS.includes(name)));
  return (
    <div className="border-b border-hairline pb-2 text-[14.5px]">
      <p className="flex flex-wrap gap-x-4" role="status">
        <span>
          <b>Only what fits is ranked:</b> {plural(data.kept, 'entry', 'entries')} of {data.all}
          {data.asked.length > 0 && `, for ${data.asked.join(', ')}`}.
        </span>
        <Link className={LINK} href={fits}>
          Change the machine
        </Link>
        <Link className={LINK} href={`${path}?${others}`}>
          Rank all
        </Link>
      </p>
      {data.leftOut.length > 0 && (
        <ul aria-label="Left out" className="list-disc pt-1 pl-5 text-[14px] text-ink2">
          {data.leftOut.map(({ entry, product, why }) => (
            <li key={entry} data-left-out={entry} dir="auto">
              {product}: {why.join('; ')}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
