'use client';

import { Link } from '@/ui/frame/link';
import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import type { RigCell, RigsData } from '@/lab/orders/rigsPage';
import { TakeAlong } from '../desk/takeAlong';
import { PageLine } from '../desk/pageLine';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText, plural } from '@/ui/marks/figures';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { WhatChoice } from '../curves/choices/whatChoice';
import { Scrolled } from '@/ui/frame/scrolled';

/** All that the strips have to hold, with a little room; the same for all, since their unit is. */
function spanOf(data: RigsData): { from: number; to: number } {
  const ends = data.rows.flatMap(({ cells }) =>
    cells.flatMap(({ placed, bridged }) =>
      [placed, bridged].flatMap((at) => (at ? [at.value - at.interval95, at.value + at.interval95] : [])),
    ),
  );
  const [least, most] = [Math.min(...ends), Math.max(...ends)];
  const room = 0.04 * Math.max(most - least, 1e-6);
  return { from: least - room, to: most + room };
}

/** A value with its interval on the scale of all strips: full where it was measured, hollow where it was carried over. */
function Strip({
  at,
  hollow,
  span,
  position,
}: {
  at: { value: number; interval95: number };
  hollow?: boolean;
  span: { from: number; to: number };
  position: number;
}) {
  const share = (value: number) => (100 * (value - span.from)) / (span.to - span.from);
  return (
    <span className="relative block h-5 w-full min-w-24" aria-hidden>
      <i className="absolute inset-x-0 top-1/2 h-px bg-hairline" />
      <i
        className={`absolute top-1/2 h-0 border-t-2 border-ink2 ${hollow ? 'border-dashed' : ''}`}
        style={{
          left: `${share(at.value - at.interval95)}%`,
          width: `${share(at.value + at.interval95) - share(at.value - at.interval95)}%`,
        }}
      />
      <span
        className={`absolute top-1/2 -translate-x-1/2 -translate-y-1/2 inline-flex size-4 items-center justify-center ${hollow ? 'rounded-full border border-ink2 bg-ground' : ''}`}
        style={{ left: `${share(at.value)}%` }}
      >
        <EntryMark position={position} />
      </span>
    </span>
  );
}

function Cell({
  cell: { placed, bridged, reason },
  rig,
  data,
  span,
  position,
}: {
  cell: RigCell;
  rig: RigsData['rigs'][number];
  data: RigsData;
  span: { from: number; to: number };
  position: number;
}) {
  const { decimals, unit } = data.response;
  const at = placed ?? bridged;
  return (
    <td className="px-2 py-1.5 align-top max-md:block max-md:pl-0" data-rig={rig.revisionId}>
      <span className="label-text hidden max-md:block">{rig.name}</span>
      {at ? (
        <span className="flex items-center gap-3">
          <Strip at={at} hollow={!placed} span={span} position={position} />
          <span className="w-36 shrink-0 text-[14px]">
            {!placed && <span title="bridged, not measured here">⤳ </span>}
            <b className={placed ? 'whitespace-nowrap' : 'font-normal whitespace-nowrap'}>
              {figure(at.value, decimals)}
            </b>
            <span className="text-ink2">
              {' '}
              ± {figure(at.interval95, decimals)} {unit}
            </span>
            <span className="block text-[12.5px] text-ink2">
              {placed
                ? `${placeText(placed.placeFrom, placed.placeTo)} on this rig${placed.topsOut ? ', tops out' : ''}`
                : `${figure(bridged!.there, decimals)} ${unit} on ${bridged!.from}`}
            </span>
          </span>
        </span>
      ) : (
        <span className="text-[13.5px] text-ink2">{reason}</span>
      )}
    </td>
  );
}

/** A round-up on all of its rigs: a strip for each, places by each alone, and hollow what a bridge carries over. */
export function RigsStage({ data }: { data: RigsData }) {
  const options = { shallow: false };
  const isNoise = data.against === 'noise';
  const [, setLoad] = useQueryState('load', parseAsString.withOptions(options));
  const [, setAt] = useQueryState(isNoise ? 'line' : 'at', parseAsFloat.withOptions(options));
  const span = spanOf(data);
  const href = `/round-ups/${data.roundUpId}`;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-8 md:px-7">
      <PageLine>
        <p className="font-semibold">
          {plural(data.rigs.length, 'rig')} at{' '}
          <LineField axis={data.axis} at={data.lineAt} onLine={(at) => void setAt(at)} /> {data.axis.unit}
        </p>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <WhatChoice data={data} />
      </PageLine>
      <p className="max-w-3xl text-[14.5px]">
        Places are those among what the same rig measured: nothing is ranked from one rig to another.{' '}
        {data.response.better === 'higher' ? 'More' : 'Less'} is better. Hollow and dashed: bridged by a
        bridge, with the doubt of that.
      </p>
      {data.rows.length === 0 ? (
        <p>No entry can be ranked at this level and load on any of them.</p>
      ) : (
        <Scrolled label="All rigs">
          <table id="rigs-picture" className="w-full max-w-400 max-md:block">
            <caption className="sr-only">
              {data.response.name} of each entry on each rig, with its 95 % interval
            </caption>
            <thead className="max-md:sr-only">
              <tr className="border-b border-hairline text-left align-bottom">
                <th scope="col" className="py-1.5 pr-3 font-semibold">
                  Entry
                </th>
                {data.rigs.map((rig) => (
                  <th key={rig.revisionId} scope="col" className="px-2 py-1.5 font-semibold" dir="auto">
                    {rig.name}
                    <span className="block text-[13px] font-normal text-ink2">
                      {rig.enclosure === 'open' ? 'open bench' : rig.enclosure}, {plural(rig.runs, 'run')}
                      {rig.isHere && <b className="text-act"> · ranked here</b>}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="max-md:block">
              {data.rows.map(({ entry, product, position, cells }) => (
                <tr key={entry} className="border-b border-hairline max-md:block" data-entry={entry}>
                  <th
                    scope="row"
                    className="w-52 max-w-60 py-2 pr-3 text-left align-top font-normal max-md:block max-md:pb-0"
                  >
                    <span className="flex items-center gap-1.5">
                      <EntryMark position={position} />
                      <span dir="auto" className="min-w-0 break-words">
                        {product}
                      </span>
                    </span>
                  </th>
                  {cells.map((cell, i) => (
                    <Cell
                      key={data.rigs[i]!.revisionId}
                      {...{ cell, data, span, position, rig: data.rigs[i]! }}
                    />
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="label-text pt-1">
            All strips from {figure(span.from, data.response.decimals)} to{' '}
            {figure(span.to, data.response.decimals)} {data.response.unit}.{' '}
            <TakeAlong
              picture="rigs-picture"
              fileName="all-rigs"
              condition={`${data.response.name} at ${figure(data.lineAt, 1)} ${data.axis.unit}`}
              figures={() =>
                data.rows.flatMap(({ product, cells }) =>
                  cells.map(({ placed, bridged, reason }, i) => ({
                    ...{ entry: product, rig: data.rigs[i]!.name, unit: data.response.unit },
                    ...{ place_from: placed?.placeFrom ?? null, place_to: placed?.placeTo ?? null },
                    value: (placed ?? bridged)?.value ?? null,
                    interval_95: (placed ?? bridged)?.interval95 ?? null,
                    bridged_from: bridged?.from ?? '',
                    reason,
                  })),
                )
              }
            />
          </p>
        </Scrolled>
      )}
      {data.without.length > 0 && (
        <p className="text-[14px] text-ink2" dir="auto">
          No value on any rig here: {data.without.join(', ')}.
        </p>
      )}
      <section aria-label="What leads from one to another" className="max-w-3xl text-[14.5px]">
        <h2 className="font-display text-[16px] font-bold">What leads from one to another</h2>
        <ul>
          {data.rigs
            .filter(({ isHere }) => !isHere)
            .map((rig) => (
              <li key={rig.revisionId} className="border-b border-hairline py-1.5">
                <b dir="auto">{rig.name}.</b> {rig.stands}{' '}
                {rig.bridge === 'in use' && 'The Verdict uses it. '}
                <Link
                  className="underline underline-offset-2"
                  href={`${href}/rig/bridge?from=${rig.revisionId}&load=${encodeURIComponent(data.load)}`}
                >
                  {rig.bridge === 'none' ? 'What a bridge needs' : 'The bridge'}
                </Link>
              </li>
            ))}
        </ul>
      </section>
    </div>
  );
}
