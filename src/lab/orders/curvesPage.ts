import { NO_BRIDGES } from '@/core/bridge/carried';
import { questionOf } from '@/core/brief/questions';
import { CROWD } from '@/core/curves/shown/crowd';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { RiseShown } from '@/core/curves/shown/shownScale';
import { crossings, type Crossing } from '@/core/judgement/pairs/crossings';
import { wallOf } from '@/core/judgement/measures/curveWall';
import { pack, type Packed } from '@/core/packed';
import { roomSpanC } from './roomSpan';
import { allAlike } from '@/core/responses/allAlike';
import { fullSpeedOrder } from '@/core/ranking/fullSpeed';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { RISE } from '@/core/responses/responses';
import { isFixedWatts, loadKey, type Load } from '@/core/runs/load';
import { readPlaces } from '../air/readPlaces';
import { bridgesAt } from '../bridge/bridgeView';
import { codeOf } from '../lineUp/codeOf';
import { viewEntryNotes } from '../lineUp/entryNotes';
import { slippedRuns } from '../runs/notedRuns';
import { memoized } from '../model/cachedUntilWritten';
import { placedEntries } from '../model/pageEntries';
import { viewResponse, type ResponseChoice, type ResponseView } from '../model/responseView';
import { sourceWords, type RoundUpView } from '../model/roundUpView';

export interface CurveWall {
  entry: string;
  riseK: number;
  intervalK: number;
}

const NO_WALLS = { walls: [], wallsUnknown: [] };

/** What no fan gets past at a load of fixed watts, as a rise. */
function wallsOf(
  curves: readonly EntryCurve[],
  load: Load,
): { walls: CurveWall[]; wallsUnknown: { entry: string; why: string }[] } {
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

/** Where the curves cross in the band; a crowd crosses everywhere. */
function crossingsOf(curves: readonly EntryCurve[], view: RoundUpView): Crossing[] {
  const isCrowd = curves.filter(({ points }) => points.length > 0).length >= CROWD;
  return isCrowd ? [] : crossings(curves, view.brief.bandDba);
}

/** All curves of a round-up for what is asked, with what belongs beside them. `isFirst`: as the page opens, which is made once for many. */
async function curvesOf(view: RoundUpView, shown: ResponseView, { isFirst }: { isFirst: boolean }) {
  const { roundUp, entries, runs } = view;
  const { response, against, place, responses, places, againsts } = shown;
  const read = await readPlaces(view);
  const isLevel = response.keptWith === 'run' && responses.some(({ id }) => id === RISE.id);
  const rises = isLevel ? (await viewResponse(view, { response: RISE.id, against })).loads : [];
  const isBridged = response.throttles && against === 'noise';
  const bridges = isBridged
    ? await Promise.all(shown.loads.map(({ load }) => bridgesAt(view, loadKey(load))))
    : shown.loads.map(() => NO_BRIDGES);
  return {
    roundUpId: roundUp.id,
    title: roundUp.title,
    entries: placedEntries(view),
    loads: shown.loads.map(({ load, label, rule, curves }, i) => ({
      key: loadKey(load),
      label,
      /** Named programs and idle keep their measured watts: there K/W is not the rise on another scale. */
      fixedWatts: isFixedWatts(load),
      rule,
      curves,
      /** Of all its curves, as the page opens: crossings in the band, the order at the brief's line and at full speed. Whatever else is asked the page finds itself. */
      opening:
        isFirst && against === 'noise'
          ? {
              crossings: crossingsOf(curves, view),
              atFull: fullSpeedOrder(curves),
              ranking: rankAtLine(curves, {
                ...rule,
                throttles: response.throttles,
                lineDb: roundUp.noiseLineDba,
              }),
            }
          : null,
      /** What was measured on another rig, and what carries it over; none but of the rise against noise. */
      bridges: bridges[i]!,
      /** Of a level: the rises on the same axis, since heat and noise stand together; empty where none was measured. */
      riseCurves: rises.find((other) => loadKey(other.load) === loadKey(load))?.curves ?? [],
      /** Rooms that entries were measured in: of a rise alone do they matter. */
      roomC: response.throttles ? roomSpanC(view, load) : null,
      ...(response.throttles && against === 'rpm' ? wallsOf(curves, load) : NO_WALLS),
    })),
    noiseLineDba: roundUp.noiseLineDba,
    /** The brief's lines, the ranking one first, and its band of noise. */
    noiseLinesDba: view.brief.noiseLinesDba,
    bandDba: view.brief.bandDba,
    /** What the page opens with, by the brief's school of temperature. */
    firstShown: (view.brief.schools.temperature.choice === 'restated' ? 'temperature' : 'rise') as RiseShown,
    /** What is compared and against what, and what else there is to compare. */
    response,
    against,
    place,
    responses: responses.map(({ id, name }) => ({ id, name })),
    places,
    /** Fans were read against a chamber: which suits which resistance can be told. */
    hasFlow: read.some(({ quantity }) => quantity === 'flow'),
    /** What to know of the place: read of one entry only, say. Empty where there is nothing. */
    placeNote: [coverageNote(shown, read, entries.length), shown.apart].filter(Boolean).join(' '),
    againsts,
    entryNotes: await viewEntryNotes(view),
    /** Runs that widen a ± and are mostly slips. */
    slips: await slippedRuns(view),
    /** That the choice makes no difference, in words; empty where it does. */
    same: allAlike(response, shown.loads[0]?.curves ?? []),
    /** For files, and where and when its runs were made, for pictures. */
    fileName: codeOf(roundUp.title, new Set()),
    source: sourceWords(view),
    meterDistanceCm: roundUp.rig.meterDistanceCm,
    /** What an entry is, by the brief: a cooler, a fan, a layout. */
    compared: questionOf(view.brief.question).one,
    /** Label of each run by its id. */
    runLabels: Object.fromEntries(runs.map((run) => [run.id, run.label])),
  };
}

/** That a place was read of one entry alone, or of some only. */
function coverageNote(
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

export type CurvesData = Awaited<ReturnType<typeof curvesOf>>;
export type CurveLoad = CurvesData['loads'][number];

/** The page as a round-up opens with it, made once for as long as nothing is written. */
const packedFirst = memoized(async (view: RoundUpView) =>
  pack(await curvesOf(view, await viewResponse(view, {}), { isFirst: true })),
);

/** What the Curves page is given: all that moves with the line is computed from it in the browser. */
export async function curvesPage(view: RoundUpView, choice: ResponseChoice): Promise<Packed<CurvesData>> {
  const isFirst = !choice.response && !choice.against && !choice.place;
  return isFirst
    ? packedFirst(view)
    : pack(await curvesOf(view, await viewResponse(view, choice), { isFirst: false }));
}
