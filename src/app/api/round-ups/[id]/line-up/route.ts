import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { importLineUp } from '@/lab/bring/importLineUp';
import { lineUpCsv } from '@/lab/planning/planningSchemas';

/** A line-up from a CSV: all of it, or nothing and the list of what is wrong. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, lineUpCsv, async ({ csv, who }) => {
    const result = await importLineUp(id, csv, who);
    return Response.json(result, { status: result.imported ? 200 : 422 });
  });
}
