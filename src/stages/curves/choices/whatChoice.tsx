'use client';

import { LineSelect } from '@/ui/form/lineSelect';
import { parseAsString, useQueryStates } from 'nuqs';
import { useTransition } from 'react';
import { AXES } from '@/core/curves/axis';
import type { CurvesData } from '@/lab/orders/curvesPage';

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
  return (
    <div className="label-text flex max-w-full min-w-0 flex-wrap items-center gap-x-2" aria-busy={busy}>
      {responses.length > 1 && (
        <LineSelect
          label="What is compared"
          isSilent
          value={data.response.id}
          options={responses.map(({ id, name }) => [id, name])}
          onValue={(what) => void setWhat({ what, place: null, at: null, zoom: null })}
        />
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
        <LineSelect
          label="Place"
          isSilent
          value={data.place}
          options={places.map((place) => [place, place])}
          onValue={(place) => void setWhat({ place, zoom: null })}
        />
      )}
      {againsts.length > 1 && (
        <LineSelect
          label="against"
          value={data.against}
          options={againsts.map((against) => [against, AXES[against].name])}
          onValue={(against) => void setWhat({ against, at: null, zoom: null })}
        />
      )}
    </div>
  );
}
