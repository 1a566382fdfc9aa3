'use client';

import type { PageEntry } from '@/lab/model/pageEntries';
import type { WaysView } from '@/lab/orders/waysView';
import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import { AXES } from '@/core/curves/axis';
import {
  flipSentence,
  onlyIn,
  surelyElsewhere,
  type OnlyIn,
  type SchoolPlace,
} from '@/core/ranking/schoolFlips';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';
import { PairedBars } from './pairedBars';

type SchoolsData = WaysView & { roundUpId: number; entries: PageEntry[] };

function Place({
  place,
  beside,
  only,
  reason,
}: {
  place?: SchoolPlace | undefined;
  beside?: SchoolPlace | undefined;
  only: OnlyIn;
  reason?: string | undefined;
}) {
  if (!place)
    return (
      <td className="num text-ink2" title={reason}>
        –
      </td>
    );
  const isFlipped = beside !== undefined && surelyElsewhere(place, beside, only);
  return (
    <td className={`num whitespace-nowrap ${isFlipped ? 'bg-sunk' : ''}`}>
      <b>{placeText(place.placeFrom, place.placeTo)}</b>
      {isFlipped && (
        <span className="text-warn" title="surely another place than at equal noise">
          {' '}
          ⇅
        </span>
      )}
      <span className="block text-[12.5px] text-ink2">
        {figure(place.value, 1)} ± {figure(place.interval95, 1)} K, {figure(place.levelDb, 1)} dB(A)
      </span>
    </td>
  );
}

/** The place of every entry by each school, beside that at equal noise: what changes with the method, and at what price. */
export function WaysStage({ data }: { data: SchoolsData }) {
  const { schools, entries } = data;
  const options = { shallow: false };
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions(options));
  const [, setRpm] = useQueryState('rpm', parseAsFloat.withOptions(options));
  const [, setDuty] = useQueryState('duty', parseAsFloat.withOptions(options));
  const [, setLoad] = useQueryState('load', parseAsString.withOptions(options));
  const [bars, setBars] = useQueryState('bars', parseAsString.withDefault('full'));
  const atNoise = schools.find(({ key }) => key === 'noise');
  const shown = schools.find(({ key }) => key === bars) ?? schools[0];
  const nameOf = (entry: string) => entries.find((other) => other.entry === entry)?.product ?? entry;
  const flips = atNoise
    ? schools
        .filter((school) => school !== atNoise)
        .map((school) => flipSentence(school, atNoise, data.lineDb, nameOf))
    : [];
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <span className="label-text">
          <LineField axis={AXES.noise} at={data.lineDb} onLine={(line) => void setLine(line)} /> dB(A)
        </span>
        {data.rpm !== null && (
          <span className="label-text">
            <LineField axis={AXES.rpm} at={data.rpm} onLine={(rpm) => void setRpm(rpm)} /> rpm
          </span>
        )}
        {data.dutyPct !== null && (
          <span className="label-text">
            <LineField axis={AXES.duty} at={data.dutyPct} onLine={(duty) => void setDuty(duty)} /> % duty
          </span>
        )}
      </PageLine>
      {schools.length === 0 ? (
        <p>Nothing was measured at this load that could be ranked.</p>
      ) : (
        <>
          <div className="w-0 min-w-full overflow-x-auto" tabIndex={0} role="region" aria-label="Schools">
            <table className="figure-table">
              <thead>
                <tr>
                  <th scope="col">Entry</th>
                  {schools.map(({ key, name }) => (
                    <th key={key} scope="col" className="num">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {entries.map(({ entry, product, position }) => (
                  <tr key={entry} data-entry={entry}>
                    <td className="min-w-40">
                      <span className="flex items-center gap-1.5">
                        <EntryMark position={position} />
                        <span dir="auto">{product}</span>
                      </span>
                    </td>
                    {schools.map((school) => (
                      <Place
                        key={school.key}
                        place={school.places[entry]}
                        reason={school.reasons[entry]}
                        only={onlyIn(Object.keys(school.places), Object.keys(atNoise?.places ?? {}))}
                        beside={school === atNoise ? undefined : atNoise?.places[entry]}
                      />
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="label-text">
            Place, then the rise with its 95 % interval and the level there. ⇅ on grey: surely another place
            than at equal noise. A dash: no place there, the reason on pointing at it.
          </p>
          {flips.filter(Boolean).map((sentence) => (
            <p key={sentence} className="text-[15px]" dir="auto">
              {sentence}
            </p>
          ))}
          {shown && (
            <section aria-label="Heat and noise" className="border-t border-hairline pt-3">
              <div className="flex flex-wrap items-center gap-3 pb-2">
                <h3 className="font-display text-[16px] font-bold">Heat and noise together</h3>
                <select
                  aria-label="School of the bars"
                  className="rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px]"
                  value={shown.key}
                  onChange={({ target }) => void setBars(target.value)}
                >
                  {schools.map(({ key, name }) => (
                    <option key={key} value={key}>
                      {name}
                    </option>
                  ))}
                </select>
              </div>
              <PairedBars school={shown} entries={entries} />
            </section>
          )}
        </>
      )}
    </div>
  );
}
