import type { EntryCurve } from '@/core/curves/entryCurve';
import { NO_BRIDGES } from '@/core/bridge/carried';
import { wallOf } from '@/core/judgement/curveWall';
import { isFixedWatts, loadKey, type Load } from '@/core/runs/load';
import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { questionOf } from '@/core/brief/questions';
import { pack } from '@/core/packed';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { roundUpView } from '@/app/roundUpView';
import { bridgesAt } from '@/lab/bridge/bridgeView';
import { codeOf } from '@/lab/lineUp/codeOf';
import { viewEntryNotes } from '@/lab/lineUp/entryNotes';
import { readPlaces } from '@/lab/air/readPlaces';
import { onceFor } from '@/lab/model/keptWhileUnwritten';
import { responseChoice, viewResponse, type ResponseView } from '@/lab/model/responseView';
import { sourceWords, type RoundUpView } from '@/lab/model/roundUpView';
import { RISE } from '@/core/responses/responses';
import { allAlike } from '@/core/responses/allAlike';
import { viewKeptApart } from '@/lab/planning/rigView';
import { ApartNote } from '@/stages/rig/apartNote';
import type { CurveLoad, CurvesData } from '@/stages/curves/curvesData';
import { CurvesStage } from '@/stages/curves/curvesStage';

const NO_WALLS = { walls: [], wallsUnknown: [] };

/** What no fan gets past at a load of fixed watts, as a rise. */
function wallsOf(curves: readonly EntryCurve[], load: Load): Pick<CurveLoad, 'walls' | 'wallsUnknown'> {
  if (!isFixedWatts(load)) return NO_WALLS;
  const found = curves.map((curve) => ({ entry: curve.entry, wall: wallOf(curve, load.loadW) }));
  return {
    walls: found.flatMap(({ entry, wall }) =>
      wall.known && wall.value.identified
        ? [{ entry, riseK: wall.value.value * load.loadW, intervalK: wall.value.interval95 * load.loadW }]
        : [],
    ),
    wallsUnknown: found.flatMap(({ entry, wall }) => {
      if (!wall.known) return [{ entry, why: wall.reason }];
      const { value, interval95, identified } = wall.value;
      const shown = `${(value * load.loadW).toFixed(1)} ± ${(interval95 * load.loadW).toFixed(1)} K`;
      return identified ? [] : [{ entry, why: `not identified: ${shown}` }];
    }),
  };
}

async function packedCurves(view: RoundUpView, shown: ResponseView): Promise<string> {
  const { roundUp, entries, runs } = view;
  const { response, against, place, responses, places, againsts } = shown;
  const read = await readPlaces(view);
  const isLevel = response.keptWith === 'run' && responses.some(({ id }) => id === RISE.id);
  const rises = isLevel ? (await viewResponse(view, { response: RISE.id, against })).loads : [];
  const isBridged = response.throttles && against === 'noise';
  const bridges = isBridged
    ? await Promise.all(shown.loads.map(({ load }) => bridgesAt(view, loadKey(load))))
    : shown.loads.map(() => NO_BRIDGES);
  const data: CurvesData = {
    roundUpId: roundUp.id,
    title: roundUp.title,
    entries: entries.map(({ entry, product }, position) => ({ entry, product, position })),
    loads: shown.loads.map(({ load, label, rule, curves }, i) => ({
      key: loadKey(load),
      label,
      fixedWatts: isFixedWatts(load),
      rule,
      curves,
      bridges: bridges[i]!,
      riseCurves: rises.find((other) => loadKey(other.load) === loadKey(load))?.curves ?? [],
      ...(response.throttles && against === 'rpm' ? wallsOf(curves, load) : NO_WALLS),
    })),
    noiseLineDba: roundUp.noiseLineDba,
    noiseLinesDba: view.brief.noiseLinesDba,
    bandDba: view.brief.bandDba,
    firstShown: view.brief.schools.temperature.choice === 'restated' ? 'temperature' : 'rise',
    response,
    against,
    place,
    responses: responses.map(({ id, name }) => ({ id, name })),
    places,
    hasFlow: read.some(({ quantity }) => quantity === 'flow'),
    placeNote: [loneliness(shown, read, entries.length), shown.apart].filter(Boolean).join(' '),
    againsts,
    entryNotes: await viewEntryNotes(view),
    same: allAlike(response, shown.loads[0]?.curves ?? []),
    fileName: codeOf(roundUp.title, new Set()),
    source: sourceWords(view),
    meterDistanceCm: roundUp.rig.meterDistanceCm,
    compared: questionOf(view.brief.question).one,
    runLabels: Object.fromEntries(runs.map((run) => [run.id, run.label])),
  };
  return pack(data);
}

/** That a place was read of one entry alone, or of some only. */
function loneliness(
  { response, place }: ResponseView,
  read: readonly { quantity: string; place: string; entries: number }[],
  entries: number,
): string {
  const { atPlaces } = response;
  if (atPlaces === null) return '';
  const count = read.find((other) => other.quantity === atPlaces && other.place === place)?.entries ?? 0;
  if (count >= entries || count === 0) return '';
  return count === 1
    ? `Only one entry was read at “${place}”: nothing can be compared there.`
    : `Only ${count} of ${entries} entries were read at “${place}”.`;
}

/** The page as a round-up opens with it, made once for as long as nothing is written. */
const packedFirst = onceFor(async (view: RoundUpView) => packedCurves(view, await viewResponse(view, {})));

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function CurvesPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const choice = responseChoice(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  const isFirst = !choice.response && !choice.against && !choice.place;
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <CurvesStage
        key={JSON.stringify(choice)}
        packed={
          isFirst ? await packedFirst(view) : await packedCurves(view, await viewResponse(view, choice))
        }
      />
    </>
  );
}
