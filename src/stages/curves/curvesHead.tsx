import { TakeAlong } from '../desk/takeAlong';
import { RISE_SHOWN, type RiseShown } from '@/core/curves/shown/shownScale';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import type { CurveLoad, CurvesData } from '@/lab/orders/curvesPage';
import { DifferenceChoice } from './choices/differenceChoice';
import { EntryChoice } from './choices/entryChoice';
import { WhatChoice } from './choices/whatChoice';

interface Props {
  data: CurvesData;
  load: CurveLoad;
  show: RiseShown;
  onShow: (show: RiseShown) => void;
  hidden: ReadonlySet<string>;
  onHidden: (hidden: string[]) => void;
  /** Those that are shown. */
  entries: ReadonlyMap<string, CurveEntry>;
  from: string | null;
  onFrom: (entry: string | null) => void;
  /** What a picture of it says and is called. */
  picture: { condition: string; fileName: string };
}

const shownWords = (show: RiseShown, { rule }: CurveLoad) =>
  show === 'rise' ? 'Rise' : show === 'resistance' ? 'K/W' : `At ${rule.referenceAmbientC}\u202f°C room`;

/** Over the chart: what is shown and against what, who is drawn, and what takes it along. */
export function CurvesHead({ data, load, show, hidden, entries, from, ...on }: Props) {
  const isRise = data.response.throttles;
  const { roundUpId, response, against, place } = data;
  const csv = new URLSearchParams({ load: load.key, what: response.id, against, place });
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-2">
      {isRise && load.fixedWatts && (
        <div className="choices" role="group" aria-label="Shown as">
          {RISE_SHOWN.map((other) => (
            <button key={other} aria-pressed={other === show} onClick={() => on.onShow(other)}>
              {shownWords(other, load)}
            </button>
          ))}
        </div>
      )}
      <WhatChoice data={data} />
      <div className="label-text ml-auto flex flex-wrap items-center gap-x-3">
        <EntryChoice entries={data.entries} hidden={hidden} onHidden={on.onHidden} />
        <DifferenceChoice
          entries={data.entries.filter(({ entry }) => entries.has(entry))}
          from={from}
          onFrom={on.onFrom}
        />
        <span>error bars 95 %</span>
        <TakeAlong
          picture="curves-picture"
          {...on.picture}
          figures={`/round-ups/${roundUpId}/curves/csv?${csv}`}
        />
      </div>
    </div>
  );
}
