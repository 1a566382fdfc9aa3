'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useTransition } from 'react';
import { AXES } from '@/core/curves/axis';
import type { CurvesData } from '@/lab/orders/curvesPage';
import { Options } from '@/ui/form/options';

/** Places stand as tabs as long as they fit. */
const MOST_TABS = 5;

type WhatData = Pick<CurvesData, 'place' | 'against' | 'responses' | 'places' | 'againsts'> & {
  response: { id: string };
};

/** What is compared and against what: two choices that stand in the address, and the place where there are several. */
export function WhatChoice({ data }: { data: WhatData }) {
  const [busy, startTransition] = useTransition();
  // The curves of another response come from the server.
  const [, setWhat] = useQueryStates(
    {
      what: parseAsString,
      against: parseAsString,
      place: parseAsString,
      at: parseAsString,
      zoom: parseAsString,
    },
    { shallow: false, history: 'push', startTransition },
  );
  const { responses, places, againsts } = data;
  if (responses.length < 2 && againsts.length < 2 && places.length < 2) return null;
  const field = 'max-w-52 rounded border border-hairline bg-raised px-1.5 py-1';
  return (
    <div className="label-text flex max-w-full min-w-0 flex-wrap items-center gap-x-2" aria-busy={busy}>
      {responses.length > 1 && (
        <label>
          <span className="sr-only">What is compared</span>
          <select
            className={field}
            value={data.response.id}
            onChange={(event) =>
              void setWhat({ what: event.target.value, place: null, at: null, zoom: null })
            }
          >
            <Options of={responses.map(({ id, name }) => [id, name])} />
          </select>
        </label>
      )}
      {places.length > 1 && places.length <= MOST_TABS && (
        <div className="choices" role="group" aria-label="Place">
          {places.map((place) => (
            <button
              key={place}
              aria-pressed={place === data.place}
              onClick={() => void setWhat({ place, zoom: null })}
            >
              {place}
            </button>
          ))}
        </div>
      )}
      {places.length > MOST_TABS && (
        <label>
          <span className="sr-only">Place</span>
          <select
            className={field}
            value={data.place}
            onChange={(event) => void setWhat({ place: event.target.value, zoom: null })}
          >
            {places.map((place) => (
              <option key={place}>{place}</option>
            ))}
          </select>
        </label>
      )}
      {againsts.length > 1 && (
        <label className="flex items-center gap-1.5">
          against
          <select
            className={field}
            aria-label="Against"
            value={data.against}
            onChange={(event) => void setWhat({ against: event.target.value, at: null, zoom: null })}
          >
            <Options of={againsts.map((against) => [against, AXES[against].name])} />
          </select>
        </label>
      )}
    </div>
  );
}
