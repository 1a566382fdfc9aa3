import type { Against } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { rankAtLine, type Ranking } from '@/core/ranking/rankAtLine';
import { wayDifferences, type WayColumn } from '@/core/ranking/wayPlaces';
import { rankWays, type Way } from '@/core/ranking/ways';
import { isIdle, loadKey } from '@/core/runs/load';
import { groupBy } from '@/core/statistics/groupBy';
import { viewShownLineUp } from '../lineUp/shownLineUp';
import { placedEntries } from '../model/pageEntries';
import { heatsinksAndFans } from './beyond/heatsinksAndFans';
import type { RoundUpView } from '../model/roundUpView';
import { viewResponse, type ResponseChoice } from '../model/responseView';

function columnOf({ key, name, ranking: { placed, notPlaced, brackets } }: Way): WayColumn {
  return {
    ...{ key, name },
    places: Object.fromEntries(
      placed.map(({ entry, placeFrom, placeTo, value, interval95, levelDb, status }) => [
        entry,
        { placeFrom, placeTo, value, interval95, levelDb, status },
      ]),
    ),
    order: placed.map(({ entry }) => entry),
    ties: brackets.map(({ better, worse }) => ({ better, worse })),
    reasons: Object.fromEntries(notPlaced.map(({ entry, reason }) => [entry, reason])),
  };
}

/**
 * The order of heatsinks with one and the same fan brought to each, by the entry of the same product as it is sold; null where no fan was
 * put on two of them. A heatsink that was measured twice with it stands by the first.
 */
async function onOneFan(
  view: RoundUpView,
  curves: readonly EntryCurve[],
  rank: (curves: readonly EntryCurve[]) => Ranking,
): Promise<Way | null> {
  const all = heatsinksAndFans(await viewShownLineUp(view.roundUp.id));
  const isOwn = ({ item }: (typeof all)[number]) =>
    item.entry.body.fans.every(({ eachPrice }) => eachPrice === null);
  const brought = [
    ...groupBy(
      all.filter((each) => !isOwn(each)),
      ({ fan }) => fan,
    ),
  ].map(([fan, on]) => ({
    fan,
    on: [...groupBy(on, ({ heatsink }) => heatsink).values()].map(([first]) => first!),
  }));
  const most = brought.sort((a, b) => b.on.length - a.on.length)[0];
  if (!most || most.on.length < 2) return null;
  const soldAs = new Map(
    most.on.map(({ item, heatsink }) => [
      item.code,
      all.find((each) => each.heatsink === heatsink && isOwn(each))?.item.code ?? item.code,
    ]),
  );
  const { placed, notPlaced, brackets } = rank(curves.filter(({ entry }) => soldAs.has(entry)));
  const sold = <T extends { entry: string }>(each: T): T => ({ ...each, entry: soldAs.get(each.entry)! });
  return {
    ...{ key: 'oneFan', name: `with ${most.fan}` },
    ranking: { brackets, placed: placed.map(sold), notPlaced: notPlaced.map(sold) },
  };
}

export interface WaysAsked extends Pick<ResponseChoice, 'response' | 'place'> {
  load: string;
  lineDb: number;
  rpm?: number | null;
  dutyPct?: number | null;
}

/** The orders of one load by every way that was measured; null where nothing was measured against noise. */
export async function rankedWays(view: RoundUpView, asked: WaysAsked) {
  const { response, place } = asked;
  const shown = await viewResponse(view, { response, place, against: 'noise' });
  if (shown.against !== 'noise') return null;
  const chosen = shown.loads.find(({ load }) => loadKey(load) === asked.load) ?? shown.loads[0];
  if (!chosen) return null;
  const { load, curves } = chosen;
  const key = loadKey(load);
  const along = async (against: Against) => {
    const other = await viewResponse(view, { response: shown.response.id, place: shown.place, against });
    if (other.against !== against || other.response.id !== shown.response.id) return [];
    return other.loads.find((each) => loadKey(each.load) === key)?.curves ?? [];
  };
  const bySpeed = await along('rpm');
  const byDuty = await along('duty');
  const idle = shown.loads.find((other) => isIdle(other.load));
  const { rule } = chosen;
  return {
    ...{ shown, chosen },
    ...rankWays(
      { rule, curves, bySpeed, byDuty, idle: idle && idle !== chosen ? idle : null },
      { lineDb: asked.lineDb, rpm: asked.rpm, dutyPct: asked.dutyPct },
    ),
  };
}

/** The same with the order on one fan, where one was put on several heatsinks. */
export async function allWays(view: RoundUpView, asked: WaysAsked) {
  const found = await rankedWays(view, asked);
  if (!found) return null;
  const { rule, curves } = found.chosen;
  const oneFan = await onOneFan(view, curves, (some) => rankAtLine(some, { ...rule, lineDb: asked.lineDb }));
  const ways = [...found.ways, ...(oneFan && oneFan.ranking.placed.length > 0 ? [oneFan] : [])];
  return { ...found, ways };
}

/** Orders by every way as they are shown, and where they disagree. */
export function shownWays(
  view: RoundUpView,
  found: NonNullable<Awaited<ReturnType<typeof allWays>>>,
  lineDb: number,
) {
  const { shown, chosen, rpm, dutyPct } = found;
  const { id, name, unit, decimals, better } = shown.response;
  const ways = found.ways.map(columnOf);
  const entries = placedEntries(view);
  const nameOf = (entry: string) => entries.find((known) => known.entry === entry)?.product ?? entry;
  const atNoise = ways.find(({ key }) => key === 'noise');
  return {
    entries,
    loads: shown.loads.map((other) => ({ key: loadKey(other.load), label: other.label })),
    load: loadKey(chosen.load),
    lineDb,
    /** The speed and the duty at which all are compared; null where nobody noted any. */
    ...{ rpm, dutyPct },
    response: { id, name, unit, decimals, better },
    place: shown.place,
    places: shown.places,
    responses: shown.responses
      .filter(({ keptWith }) => keptWith !== 'run')
      .map((other) => ({ id: other.id, name: other.name })),
    ways,
    differences: atNoise ? wayDifferences(ways, atNoise, lineDb, nameOf) : [],
  };
}

/** Where each entry stands by every way that was measured, at one load; null where the round-up has none. */
export async function viewWays(view: RoundUpView, asked: WaysAsked) {
  const found = await allWays(view, asked);
  return found && shownWays(view, found, asked.lineDb);
}
