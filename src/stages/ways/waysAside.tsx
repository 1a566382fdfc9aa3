'use client';

import type { WaysData } from '@/lab/orders/waysPage';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { SeparateOffer } from '../desk/separateOffer';
import { TakeAlong } from '../desk/takeAlong';
import { TwoInHand } from './twoInHand';
import { WaysTable } from './waysTable';

const MOST_DIFFERENCES = 5;

/** Where the ways disagree, two entries by each of them, and what would end the first tie. */
export function WaysAside({ data }: { data: WaysData }) {
  const { ways, entries, response, differences } = data;
  const nameOf = (entry: string) => entries.find((known) => known.entry === entry)?.product ?? entry;
  const positionOf = (entry: string) => entries.find((known) => known.entry === entry)?.position ?? 0;
  return (
    <aside
      aria-label="Where the ways disagree"
      className="shrink-0 space-y-4 border-hairline lg:w-[350px] lg:border-l lg:pl-6"
    >
      <h2 className="font-display text-[20px] leading-tight font-bold">
        {differences.length > 0
          ? 'Where the ways disagree'
          : 'The ways agree: no place clearly differs from equal noise.'}
      </h2>
      <ul className="space-y-2.5 text-[15px]">
        {differences.slice(0, MOST_DIFFERENCES).map(({ entry, sentence }) => (
          <li key={entry} dir="auto">
            <EntryMark position={positionOf(entry)} /> {sentence}
          </li>
        ))}
      </ul>
      <p className="label-text">
        A ring: a tie. Press a name to pick it out. A line that ends has no place by the next way.{' '}
        <TakeAlong
          picture="ways-picture"
          condition={`${response.name}, ${data.loads.find(({ key }) => key === data.load)?.label ?? ''}`}
          fileName="ways-to-compare"
          figures={() =>
            ways.flatMap((way) =>
              way.order.map((entry) => {
                const place = way.places[entry]!;
                return {
                  load: data.load,
                  way: way.name,
                  entry: entries.find((known) => known.entry === entry)!.product,
                  place_from: place.placeFrom,
                  place_to: place.placeTo,
                  response: response.id,
                  unit: response.unit,
                  value: Number(place.value.toFixed(4)),
                  interval_95: Number(place.interval95.toFixed(4)),
                  level_db: Number(place.levelDb.toFixed(2)),
                };
              }),
            )
          }
        />
      </p>
      <TwoInHand
        data={data}
        to={`/round-ups/${data.roundUpId}/curves/pair?${new URLSearchParams({
          ...{ load: data.load, line: String(data.lineDb) },
          ...{ one: data.pair?.one ?? '', other: data.pair?.other ?? '' },
        })}`}
      />
      {data.tie && (
        <section aria-label="To separate" className="space-y-2 border-t border-hairline pt-4 text-[14.5px]">
          <h3 className="font-display text-[16px] font-bold">
            To separate places {data.tie.better} {data.tie.worse - data.tie.better > 1 ? 'to' : 'and'}{' '}
            {data.tie.worse}
          </h3>
          <p dir="auto">
            {nameOf(data.tie.first)} and {nameOf(data.tie.last)}, {figure(data.tie.offer.gap, 2)}{' '}
            {data.tie.unit} apart.
          </p>
          <SeparateOffer {...{ roundUpId: data.roundUpId, ...data.tie, nameOf }} />
        </section>
      )}
      <WaysTable data={data} />
    </aside>
  );
}
