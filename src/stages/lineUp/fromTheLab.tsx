'use client';

import { useEffect, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import type { OfferedToRoundUp } from '@/lab/lineUp/fromTheLab';
import { plural } from '@/ui/marks/figures';
import { TextField } from '@/ui/form/fields';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

/** Typing settles for so long before the lab is asked, ms. */
const PAUSE_MS = 250;

function ranked({ here, apart }: OfferedToRoundUp): string {
  if (here + apart === 0) return 'nothing measured yet';
  if (apart === 0) return `${plural(here, 'run')} to be ranked here`;
  if (here === 0) return 'all runs at other revisions: not ranked together with this one';
  return `${plural(here, 'run')} to be ranked here, ${apart} at other revisions`;
}

/** What the lab has and this round-up does not cite yet: an entry comes with all that was measured of it. */
export function FromTheLab({ roundUpId, offers }: { roundUpId: number; offers: OfferedToRoundUp[] }) {
  const [query, setQuery] = useState('');
  const [found, setFound] = useState<OfferedToRoundUp[] | null>(null);
  const { act, busy } = useAct();
  const url = `/api/round-ups/${roundUpId}/lab-entries`;
  const shown = query.trim() === '' ? offers : (found ?? offers);

  useEffect(() => {
    if (query.trim() === '') return;
    const leave = new AbortController();
    const timer = setTimeout(() => {
      fetch(`${url}?q=${encodeURIComponent(query)}`, { signal: leave.signal })
        .then(async (response) => {
          const body = (await response.json()) as { offers?: OfferedToRoundUp[]; message?: string };
          if (body.offers) setFound(body.offers);
          else notice.refused(body.message ?? 'The lab could not be searched.');
        })
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      leave.abort();
    };
  }, [query, url]);

  async function cite(offer: OfferedToRoundUp) {
    const answer = await act({
      url,
      body: { entryId: offer.entryId },
      said: `${offer.name} is in the line-up: ${ranked(offer)}`,
    });
    if (!answer.ok) return;
    setFound(null);
    setQuery('');
  }

  if (offers.length === 0) return null;
  return (
    <details className="border-t border-hairline pt-2">
      <summary className="cursor-pointer font-semibold">
        From the lab <span className="label-text font-normal">entries measured before, with their runs</span>
      </summary>
      <div className="w-72 py-2">
        <TextField label="Product, maker, fans or sample" value={query} onValue={setQuery} />
      </div>
      <ul className="max-h-56 overflow-y-auto" tabIndex={0} role="region" aria-label="Entries of the lab">
        {shown.length === 0 && <li className="py-2">Nothing in the lab has all these words.</li>}
        {shown.map((offer) => (
          <li
            key={offer.entryId}
            className="flex items-baseline gap-3 border-b border-hairline py-1.5 text-[14.5px]"
          >
            <span className="min-w-0 flex-1">
              <b dir="auto">{offer.name}</b> <span className="text-ink2">{offer.what}</span>
              <span className="block text-[13px] text-ink2">
                {[offer.measured, ...offer.citedIn.slice(0, 2).map(({ title }) => `in “${title}”`)].join(
                  '; ',
                )}
              </span>
              {offer.why.map((reason) => (
                <span key={reason} className="block text-[13px]">
                  <span className="text-warn">▲ </span>
                  {reason}.
                </span>
              ))}
            </span>
            <span className="label-text shrink-0">{ranked(offer)}</span>
            <Button disabled={busy} onClick={() => void cite(offer)}>
              Cite<span className="sr-only"> {offer.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
