import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps/roundUps';
import { verdictOf } from '../orders/verdictView';
import { viewRoundUp } from '../model/roundUpView';

/** How many moves a start tells; the verdicts tell the rest. */
const MOST_TOLD = 5;

interface Placed {
  entry: string;
  place: string;
}

/** Places in the order that the verdict of each round-up opens with, by round-up and entry. */
export async function openingPlaces(): Promise<Map<string, Placed>> {
  const places = new Map<string, Placed>();
  for (const { id, title } of await withDatabase(listRoundUps)) {
    const view = await viewRoundUp(id);
    if (!view || view.runs.length === 0) continue;
    // Numbers of an older rule may not bear an order: then nothing is told of it, and the lab starts all the same.
    const verdict = await verdictOf(view, {}).catch(() => null);
    if (!verdict) continue;
    const put = (entry: string, place: string) =>
      places.set(`${id} ${entry}`, { entry: `${names.get(entry)} in “${title}”`, place });
    const names = new Map(view.entries.map(({ entry, product }) => [entry, product]));
    for (const { entry, placeFrom, placeTo } of verdict.ranking.placed)
      put(entry, placeFrom === placeTo ? `place ${placeFrom}` : `places ${placeFrom} to ${placeTo}`);
    for (const { entry } of verdict.ranking.notPlaced) put(entry, 'no place');
  }
  return places;
}

/** Which places are others now, in words; empty where none is. */
export function movedPlaces(was: ReadonlyMap<string, Placed>, isNow: ReadonlyMap<string, Placed>): string {
  const moved = [...isNow].flatMap(([key, { entry, place }]) => {
    const before = was.get(key)?.place;
    return before === undefined || before === place ? [] : [`${entry} from ${before} to ${place}`];
  });
  if (moved.length === 0) return '';
  const told = moved.slice(0, MOST_TOLD).join('; ');
  const more = moved.length > MOST_TOLD ? `; and ${moved.length - MOST_TOLD} more` : '';
  return `. Places that moved: ${told}${more}`;
}
