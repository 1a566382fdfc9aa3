import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { addByName, addVariant } from '@/lab/lineUp/changeLineUp';
import { newEntry, newVariant } from '@/lab/planning/planningSchemas';

/** A new entry by its product's name; with `?variant` the same heatsink with other fans. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  if (new URL(request.url).searchParams.has('variant'))
    return withBody(request, newVariant, async (other) =>
      Response.json({ entryId: await addVariant(id, other) }),
    );
  return withBody(request, newEntry, async (other) => Response.json({ entryId: await addByName(id, other) }));
}
