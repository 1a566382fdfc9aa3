import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { editRun } from '@/lab/editRun';
import { runEdit } from '@/lab/runEditSchema';

const STATUS = { conflict: 409, gone: 404, refused: 422, asked: 422 } as const;

export async function PATCH(request: Request, { params }: { params: Promise<{ id: string; run: string }> }) {
  const { id, run } = await params;
  return withBody(request, runEdit, async (edit) => {
    const result = await editRun(idFrom(id), idFrom(run), edit);
    return Response.json(result, { status: result.saved ? 200 : STATUS[result.why] });
  });
}
