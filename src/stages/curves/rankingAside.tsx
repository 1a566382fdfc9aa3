import { assumedWords } from '@/core/responses/responses';
import { riseScale } from '@/core/curves/shown/shownScale';
import { pressed } from '../desk/usePicked';
import { HeatingUp } from './heatingUp';
import { BesideTable } from './besideTable';
import { FullSpeedNote } from './fullSpeedNote';
import type { CurvesData } from '@/lab/orders/curvesPage';
import { LineField } from './choices/lineField';
import { EntryNotes } from './entryNotes';
import { SlipNotes } from '../logbook/slipNotes';
import { RankingNotes } from './rankingNotes';
import { RankingTable } from './rankingTable';
import { WallNotes } from './wallNotes';
import { BridgedPart } from '../bridge/bridgedPart';
import type { CurvesView } from './useCurvesView';
import { TextButton } from '@/ui/frame/button';

const RISE_PLAIN = riseScale('rise', { loadW: 0, referenceAmbientC: 0 });

/** The order at the line, and all that is to be known beside it. */
export function RankingAside({
  data,
  view,
  lit,
  onLit,
}: {
  data: CurvesData;
  view: CurvesView;
  lit: string | null;
  onLit: (entry: string | null) => void;
}) {
  const { axis, isRise, load, lineAt, hidden, entries, picked, numbered, scale, ranking, risesK } = view;
  const { fastest, moveTo, setView } = view;
  const pick = (entry: string) => void setView({ pick: pressed(picked, entry) });

  const runsHref = (entry: string) =>
    `/round-ups/${data.roundUpId}/logbook?${new URLSearchParams({ entry, load: load.key })}`;

  return (
    <aside
      className="shrink-0 border-hairline lg:w-[372px] lg:overflow-y-auto lg:border-l lg:pl-6"
      aria-label="Ranking"
      tabIndex={0}
    >
      <h2 className="font-display text-[18px] font-bold">
        At <LineField axis={axis} at={lineAt} onLine={moveTo} /> {axis.unit}, {load.label}
      </h2>
      <p className="label-text pt-1 pb-1">
        {isRise
          ? 'Rise over room air, mean of the settled window.'
          : `${data.response.name}${data.place && `, ${data.place}`}; ${data.response.better} is better.`}{' '}
        Drag a box in the chart to look closer. <span className="key">←</span> <span className="key">→</span>{' '}
        move the line.
      </p>
      <div aria-live="off">
        <RankingTable
          ranking={ranking}
          entries={entries}
          scale={scale}
          axis={axis}
          risesK={risesK}
          runsHref={runsHref}
          lit={lit}
          onLit={onLit}
          numbered={numbered}
          picked={picked}
          onPick={pick}
        />
        {picked.size > 0 && (
          <p className="pt-2 text-[14px]">
            {picked.size} picked out.{' '}
            <TextButton onClick={() => void setView({ pick: null })}>Clear highlights</TextButton>
          </p>
        )}
        {ranking.placed.length === 0 && (
          <p className="py-4">No entry can be ranked at this level and load.</p>
        )}
        <SlipNotes
          roundUpId={data.roundUpId}
          slips={data.slips.filter(({ entry }) => !hidden.has(entry))}
          lead="uncertainty"
        />
        <RankingNotes
          compared={data.compared}
          assumed={assumedWords(data.response)}
          absent={data.response.absent}
          ranking={ranking}
          entries={entries}
          scale={scale}
          roomC={load.roomC}
        />
        {ranking.placed.length > 1 && (
          <p className="pt-2 text-[14px] text-ink2">
            Each entry is one sample of its product: another may differ from it by more than ±.
          </p>
        )}
        {hidden.size > 0 && (
          <p className="pt-2 text-[14px] text-ink2">{hidden.size} hidden. Places count what is shown.</p>
        )}
        <BridgedPart bridges={load.bridges} entries={entries} lineDb={lineAt} scale={scale} />
        {fastest && (
          <FullSpeedNote lead={fastest} product={entries.get(fastest.entry)!.product} scale={scale} />
        )}
        <WallNotes load={load} entries={entries} />
        <EntryNotes notes={data.entryNotes} entries={entries} />
        {data.placeNote && <p className="pt-2 text-[14.5px] text-warn">{data.placeNote}</p>}
        {data.same && <p className="pt-2 text-[14.5px]">{data.same}</p>}
        <BesideTable
          scale={isRise ? RISE_PLAIN : scale}
          axis={axis}
          load={load}
          idle={data.loads.find((other) => other.rule.loadW === 0 && other !== load)}
          entries={entries}
        />
        <HeatingUp
          href={`/round-ups/${data.roundUpId}/curves/heating?${new URLSearchParams({ load: load.key, against: data.against, at: String(lineAt) })}`}
          entries={entries}
        />
      </div>
    </aside>
  );
}
