import { Link } from '@/ui/frame/link';
import { assumedWords } from '@/core/responses/responses';
import { AXES } from '@/core/curves/axis';
import { plainScale, riseScale } from '@/core/curves/shown/shownScale';
import { figure } from '@/ui/marks/figures';
import { BridgedRows } from '../bridge/bridgedRows';
import { LayoutSketch } from '@/ui/marks/layoutSketch';
import { SlipNotes } from '../logbook/slipNotes';
import { RankingNotes } from '../curves/rankingNotes';
import type { VerdictData } from '@/lab/orders/verdictPage';
import { PageLine } from '../desk/pageLine';
import { VerdictControls } from './verdictControls';
import { FitNote } from './fitNote';
import type { VersionState } from '@/lab/publish/versionState';
import { VersionNote } from './versionNote';
import { VerdictTable } from './verdictTable';

/** The table worth publishing, at one line and load, with the method it stands on. */
export function VerdictStage({ data, state }: { data: VerdictData; state: VersionState }) {
  const entries = new Map(data.entries.map((entry) => [entry.entry, entry]));
  const { response, against, place, lineAt } = data;
  const axis = AXES[against];
  const isRise = response.throttles;
  const query = new URLSearchParams({
    load: data.load,
    [against === 'noise' ? 'line' : 'at']: String(lineAt),
  });
  if (!isRise) query.set('what', response.id);
  if (against !== 'noise') query.set('against', against);
  if (place) query.set('place', place);
  const scale = isRise
    ? riseScale('rise', { loadW: 1, referenceAmbientC: data.referenceAmbientC })
    : plainScale(response);
  const what = isRise ? 'Cooling' : [response.name, place].filter(Boolean).join(', ');
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine>
        <VerdictControls choice={data.choice} />
      </PageLine>
      <div className="flex min-h-0 flex-1 flex-col gap-6 lg:flex-row">
        <section className="min-w-0 flex-1" aria-label="Ranking">
          <h2 className="font-display max-w-200 text-[26px] leading-tight font-bold" dir="auto">
            {data.sentence}
          </h2>
          <div className="pt-1">
            <VersionNote roundUpId={data.roundUpId} state={state} />
          </div>
          <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 pt-1.5 pb-2">
            <p className="label-text">
              {what} at {figure(lineAt, axis.decimals)} {axis.unit}, {data.loadLabel}
            </p>
            <a
              className="label-text ml-auto underline underline-offset-3"
              href={`/round-ups/${data.roundUpId}/curves?${query}`}
            >
              See the curves
            </a>
            <a
              className="label-text underline underline-offset-3"
              href={`/round-ups/${data.roundUpId}/verdict/csv?${query}`}
              download
            >
              CSV
            </a>
            <Link className="act-button" href={`/round-ups/${data.roundUpId}/verdict/write`}>
              Write and publish
            </Link>
          </div>
          <FitNote roundUpId={data.roundUpId} data={data.filter} />
          {!isRise && (
            <p className="label-text pb-1">{response.better === 'higher' ? 'More' : 'Less'} is better.</p>
          )}
          <VerdictTable
            scale={scale}
            axis={axis}
            isRise={isRise}
            sustained={data.sustained}
            ranking={data.ranking}
            others={data.others}
            noun={data.noun}
            entries={entries}
            referenceAmbientC={data.referenceAmbientC}
          />
          <BridgedRows {...data.bridged} lineDb={lineAt} />
          {data.ranking.placed.length === 0 && (
            <p className="py-4">
              {isRise && data.withoutDie ? (
                <>
                  No die was measured at this load
                  {data.hasOthers ? ': choose above what is ranked instead.' : '.'}
                </>
              ) : data.filter.kept === 0 ? (
                'No entry fits this machine.'
              ) : (
                'No entry can be ranked at this level and load.'
              )}
            </p>
          )}
        </section>
        <aside className="shrink-0 border-hairline lg:w-[350px] lg:border-l lg:pl-6" aria-label="Method">
          {data.leader && (
            <figure className="pb-4">
              <LayoutSketch
                layout={entries.get(data.leader.entry)!.layout}
                figures={data.leader.figures}
                className="w-full"
              />
              <figcaption className="label-text" dir="auto">
                {entries.get(data.leader.entry)!.product}: rises over the room at{' '}
                {figure(lineAt, axis.decimals)} {axis.unit}, {data.loadLabel}
              </figcaption>
            </figure>
          )}
          <h2 className="font-display text-[18px] font-bold">How this was measured</h2>
          {data.method.map((sentence) => (
            <p key={sentence} className="pt-2 text-[14.5px]" dir="auto">
              {sentence}
            </p>
          ))}
          <div className="mt-4 border-t border-hairline">
            <SlipNotes roundUpId={data.roundUpId} slips={data.slips} lead="uncertainty" />
            <RankingNotes
              compared={data.noun}
              assumed={assumedWords(response)}
              absent={response.absent}
              ranking={data.ranking}
              entries={entries}
              scale={scale}
              roomC={data.roomC}
            />
          </div>
        </aside>
      </div>
    </div>
  );
}
