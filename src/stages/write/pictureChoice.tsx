'use client';

import { OWN_WHAT, type ShownWhat } from '@/core/verdict/verdictSheet';
import type { WriteData } from '@/lab/publish/writeView';

export interface ChosenPicture {
  kind: 'curves' | 'bars';
  what: ShownWhat;
}

/** Pictures of a round-up that are offered to be looked at, at most. */
const MOST_SHOWN = 12;

/** Every response at every load, as bars and as curves: those of the question first. */
function pictures({ responses, loads }: WriteData): (ChosenPicture & { label: string })[] {
  return responses
    .flatMap(({ id, name }) =>
      (loads.length > 0 ? loads : [{ key: '', label: '' }]).flatMap((load, i) =>
        (['bars', 'curves'] as const).map((kind) => ({
          kind,
          what: { ...OWN_WHAT, response: id, load: i === 0 ? '' : load.key },
          label: [name, kind === 'bars' ? 'as bars' : 'as curves', load.label].filter(Boolean).join(', '),
        })),
      ),
    )
    .slice(0, MOST_SHOWN);
}

const addressOf = (roundUpId: number, { kind, what }: ChosenPicture) =>
  `/round-ups/${roundUpId}/verdict/picture?${new URLSearchParams({
    ...{ kind, theme: 'paper', what: what.response },
    ...(what.load ? { load: what.load } : {}),
  })}`;

/** A picture chosen by looking at it, drawn as readers get it. */
export function PictureChoice({
  data,
  onPicture,
}: {
  data: WriteData;
  onPicture: (picture: ChosenPicture) => void;
}) {
  return (
    <ul aria-label="Pictures" className="grid grid-cols-2 gap-2 sm:grid-cols-3">
      {pictures(data).map((picture) => (
        <li key={picture.label}>
          <button
            type="button"
            className="block w-full cursor-pointer rounded border border-hairline p-1 text-left text-[13.5px] hover:border-act"
            onClick={() => onPicture({ kind: picture.kind, what: picture.what })}
          >
            {/* eslint-disable-next-line @next/next/no-img-element -- drawn by our own handler */}
            <img
              src={addressOf(data.roundUpId, picture)}
              alt=""
              loading="lazy"
              className="aspect-video w-full bg-raised"
            />
            {picture.label}
          </button>
        </li>
      ))}
    </ul>
  );
}
