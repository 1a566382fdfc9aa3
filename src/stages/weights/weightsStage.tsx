'use client';

import { TakeAlong } from '../desk/takeAlong';
import { inARow, sentence } from '@/core/words';
import type { PageEntry } from '@/lab/model/pageEntries';
import type { WeightsView } from '@/lab/orders/beyond/weightsView';
import { parseAsString, useQueryState } from 'nuqs';
import type { OverLines } from '@/core/judgement/overLines';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { DraftField } from '@/ui/form/draftField';
import { LeadBars } from './leadBars';
import { PageLine } from '../desk/pageLine';
import { Heads, num } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';
import { Button } from '@/ui/frame/button';

type WeightsData = WeightsView & { roundUpId: number; entries: PageEntry[] };

const percent = (share: number) => `${figure(100 * share, 0)} %`;

/** How far the first place hangs on the weights, in sentences. */
function Dependence({
  told,
  points,
  nameOf,
}: {
  told: OverLines;
  points: WeightsData['points'];
  nameOf: (entry: string) => string;
}) {
  const [first] = told.scores;
  if (!first || told.scores.length < 2) return null;
  const tied = told.scores.filter(({ placeFrom }) => placeFrom === 1);
  const isAlone = tied.length === 1;
  return (
    <section aria-label="Where it flips" className="text-[15px]">
      <p dir="auto">
        {isAlone ? (
          <>
            <b>{nameOf(first.entry)}</b> leads{' '}
            {told.anyWeights ? 'whatever the weights' : 'with these weights'}.
          </>
        ) : (
          <>
            <b>{inARow(tied.map(({ entry }) => nameOf(entry)))}</b> tie for first place with these weights.
          </>
        )}
      </p>
      {told.flips.length > 0 && (
        <ul className="list-disc pl-5">
          {told.flips.map(({ point, now, flipsAt, to }) => (
            <li key={`${point} ${flipsAt}`} dir="auto">
              The figure of {nameOf(to)} draws level with that of {nameOf(first.entry)} once{' '}
              {points[point]!.label} counts {flipsAt > now ? 'more' : 'less'} than {percent(flipsAt)} (now{' '}
              {percent(now)}).
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** One score over all loads and lines of the brief, by weights that the reviewer states. */
export function WeightsStage({ data }: { data: WeightsData }) {
  const { points, told, entries, at } = data;
  const [, setWeights] = useQueryState('weights', parseAsString.withOptions({ shallow: false }));
  const byEntry = new Map(entries.map((entry) => [entry.entry, entry]));
  const nameOf = (entry: string) => byEntry.get(entry)?.product ?? entry;
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  // On what was typed last, which the page may not show yet: of two weights in a row none is lost.
  const set = (index: number, weight: number) =>
    void setWeights((last) => {
      const typed = (last ?? '').split(',').map(Number);
      const isTyped = last !== null && typed.length === points.length && typed.every(Number.isFinite);
      const before = isTyped ? typed : points.map((point) => point.weight);
      return before.map((each, i) => (i === index ? weight : each)).join(',');
    });
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <Button onClick={() => void setWeights(null)}>All alike</Button>
      </PageLine>
      <Scrolled label="Scores">
        <table className="figure-table">
          <Heads of={['Place', 'Entry', num('Score, K/W'), ...points.map(({ label }) => num(label))]}>
            <tr>
              <td colSpan={3} className="text-[13.5px] text-ink2">
                weights
              </td>
              {points.map(({ key, label, weight }, i) => (
                <td key={key} className="num whitespace-nowrap">
                  <DraftField
                    label={`Weight of ${label}`}
                    value={weight}
                    least={0}
                    most={1000}
                    onValue={(typed) => set(i, typed)}
                  />
                  <span className="block text-[12.5px] text-ink2">
                    {total > 0 ? percent(weight / total) : '–'}
                  </span>
                </td>
              ))}
            </tr>
          </Heads>
          <tbody>
            {told.known &&
              told.value.scores.map(({ entry, value, interval95, placeFrom, placeTo }) => (
                <tr key={entry} data-entry={entry}>
                  <td className="font-bold whitespace-nowrap">{placeText(placeFrom, placeTo)}</td>
                  <td className="min-w-40">
                    <span className="flex items-center gap-1.5">
                      <EntryMark position={byEntry.get(entry)!.position} />
                      <span dir="auto">{nameOf(entry)}</span>
                    </span>
                  </td>
                  <td className="num whitespace-nowrap">
                    <b>{figure(value, 4)}</b>{' '}
                    <span className="text-[13px] text-ink2">± {figure(interval95, 4)}</span>
                  </td>
                  {at[entry]!.map((resistance, i) => (
                    <td key={points[i]!.key} className="num">
                      {resistance === null ? '–' : figure(resistance, 4)}
                    </td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      </Scrolled>
      {!told.known ? (
        <p role="alert" className="text-[15px] text-warn">
          ▲ {sentence(told.reason)}.
        </p>
      ) : (
        <>
          <Dependence told={told.value} points={points} nameOf={nameOf} />
          <div id="weights-picture">
            <LeadBars leads={data.leads} points={points} byEntry={byEntry} />
          </div>
          <TakeAlong
            picture="weights-picture"
            fileName="weights"
            condition={points.map(({ label, weight }) => `${label}: ${percent(weight / total)}`).join(', ')}
            figures={() =>
              told.value.scores.map(({ entry, value, interval95, placeFrom, placeTo }) => ({
                ...{ entry: nameOf(entry), place_from: placeFrom, place_to: placeTo },
                ...{ score_k_per_w: value, interval_95: interval95 },
              }))
            }
          />
          {told.value.leftOut.length > 0 && (
            <p className="text-[14px] text-ink2">
              No score, because not ranked:{' '}
              {told.value.leftOut.map(({ entry, points: missing }, i) => (
                <span key={entry} dir="auto">
                  {i > 0 && '; '}
                  {nameOf(entry)} at {inARow(missing.map((point) => points[point]!.label))}
                </span>
              ))}
              .
            </p>
          )}
          <p className="label-text max-w-200">
            The weighted mean of K/W at fixed watts: loads differ in watts and not in K/W, so that none counts
            more for being larger. ± assumes that a mount, a meter and a sensor shift all of it together.
          </p>
        </>
      )}
    </div>
  );
}
