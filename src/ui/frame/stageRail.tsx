'use client';

import { Link } from '@/ui/frame/link';
import { useSelectedLayoutSegment } from 'next/navigation';
import { useEffect, useRef } from 'react';

export interface RailStage {
  name: string;
  /** What is done or waits, in a word or two. */
  note: string;
  /** Under the round-up’s address. */
  path: string;
  progress: 'done' | 'begun' | 'open';
}

const SIGNS = { done: '●', begun: '◐', open: '○' } as const;

/** The eight stages of a round-up, in their order, with what is done and what waits. */
export function StageRail({ base, stages }: { base: string; stages: RailStage[] }) {
  const segment = useSelectedLayoutSegment();
  const current = segment === 'runs' ? 'logbook' : segment;
  const rail = useRef<HTMLElement>(null);
  // On a phone the rail is wider than the page: where one is comes into view.
  useEffect(() => {
    const here = rail.current?.querySelector<HTMLElement>('[aria-current]');
    if (rail.current && here) rail.current.scrollLeft = here.offsetLeft - rail.current.clientWidth / 3;
  }, [current]);
  return (
    <nav
      ref={rail}
      aria-label="Stages"
      className="relative overflow-x-auto border-b border-hairline px-4 md:px-5"
    >
      <ol className="flex min-w-max lg:grid lg:min-w-0 lg:grid-cols-8">
        {stages.map((stage) => {
          const here = stage.path === current;
          const inside = (
            <>
              <span aria-hidden="true" className="text-[11px] leading-none">
                {SIGNS[stage.progress]}
              </span>
              <span className="font-semibold">{stage.name}</span>
              <span className="truncate text-[13px] font-normal text-ink2">{stage.note}</span>
            </>
          );
          const shape = 'flex items-baseline gap-1.5 border-b-3 px-2 py-2 text-[14.5px] whitespace-nowrap';
          return (
            <li key={stage.name} className="min-w-0">
              <Link
                href={`${base}/${stage.path}`}
                aria-current={here ? 'page' : undefined}
                className={`${shape} ${here ? 'border-act text-act' : 'border-transparent'}`}
              >
                {inside}
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
