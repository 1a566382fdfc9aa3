import type { RoundUpView } from '@/lab/model/roundUpView';
import { placedEntries } from '@/lab/model/pageEntries';
import { viewJudgement, type JudgementQuery } from './judgementView';

/** What the numbers can bear, at one line and load; null where the round-up has no load. */
export async function beyondPage(view: RoundUpView, query: JudgementQuery) {
  const found = await viewJudgement(view, query);
  if (!found) return null;
  const at = new Map(placedEntries(view).map((entry) => [entry.entry, entry]));
  const { judged, notPlaced, shown, ...rest } = found;
  const { id, name, unit, decimals, better, throttles } = shown.response;
  return {
    ...rest,
    roundUpId: view.roundUp.id,
    lineDb: query.lineDb,
    /** What is judged, and what else there is. */
    response: { id, name, unit, decimals, better },
    isRise: throttles,
    /** What is compared is moved air: the control's is to be had more quietly. */
    isAir: shown.response.atPlaces === 'airspeed',
    place: shown.place,
    places: shown.places,
    responses: shown.responses
      .filter(({ keptWith }) => keptWith !== 'run')
      .map((other) => ({ id: other.id, name: other.name })),
    items: judged.map((item) => ({ ...item, ...at.get(item.placed.entry)! })),
    notPlaced: notPlaced.map((item) => ({ ...item, product: at.get(item.entry)!.product })),
  };
}

export type BeyondData = NonNullable<Awaited<ReturnType<typeof beyondPage>>>;
export type JudgedItem = BeyondData['items'][number];
