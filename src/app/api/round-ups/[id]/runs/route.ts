import { EDIT_STATUS } from '@/app/api/editStatus';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { editRuns } from '@/lab/runs/editRun';
import { typeRun } from '@/lab/runs/typeRun';
import { newRun, runEdits } from '@/lab/runs/runEditSchema';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  return withBody(request, newRun, async (input) => {
    const result = await typeRun(roundUpId, input);
    return result.saved ? Response.json(result, { status: 201 }) : Response.json(result, { status: 422 });
  });
}

/** Several runs at once: all of them, or none. */
export async function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  return withBody(request, runEdits, async (edits) => {
    const result = await editRuns(roundUpId, edits);
    return Response.json(result, { status: result.saved ? 200 : EDIT_STATUS[result.result.why] });
  });
}
