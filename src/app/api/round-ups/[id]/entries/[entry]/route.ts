import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { changeEntry } from '@/lab/changeLineUp';
import { entryChange } from '@/lab/planningSchemas';

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
