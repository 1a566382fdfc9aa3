import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { changeEntry } from '@/lab/lineUp/changeLineUp';
import { entryChange } from '@/lab/planning/planningSchemas';
import { lookBehind } from '@/lab/lineUp/shownLineUp';

/** An entry with all that is known of it, its cover lifted for whoever asked. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string; entry: string }> }) {
  const { id, entry } = await params;
  const item = await lookBehind(idFrom(id), idFrom(entry));
  return item
    ? Response.json(item, { headers: { 'cache-control': 'no-store' } })
    : Response.json({ message: 'This entry is not in the line-up.' }, { status: 404 });
}

export async function PATCH(
  request: Request,
  { params }: { params: Promise<{ id: string; entry: string }> },
) {
  const { id, entry } = await params;
  return withBody(request, entryChange, async ({ who, remove, restore, ...change }) => {
    const cited = remove ? (false as const) : restore;
    return Response.json(await changeEntry(idFrom(id), idFrom(entry), { ...change, cited }, who));
  });
}
