import { searchText } from '@/lab/roundUps/searchLab';
import { searchPlaces } from '@/lab/roundUps/searchPlaces';

export const dynamic = 'force-dynamic';

/** What of the lab has all words of the query, as places to go to. */
export async function GET(request: Request): Promise<Response> {
  const query = searchText(new URL(request.url).searchParams.get('q'));
  return Response.json({ places: await searchPlaces(query) });
}
