import { EDIT_STATUS } from '@/app/api/editStatus';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { editRun } from '@/lab/runs/editRun';
import { runEdit } from '@/lab/runs/runEditSchema';

export async function PATCH(request: Request, { params }: { params: Promise<{ id: string; run: string }> }) {
  const { id, run } = await params;
  return withBody(request, runEdit, async (edit) => {
    const result = await editRun(idFrom(id), idFrom(run), edit);
    return Response.json(result, { status: result.saved ? 200 : EDIT_STATUS[result.why] });
  });
}
