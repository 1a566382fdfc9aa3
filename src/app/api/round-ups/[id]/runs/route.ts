import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { typeRun } from '@/lab/editRun';
import { newRun } from '@/lab/runEditSchema';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  return withBody(request, newRun, async (input) => {
    const result = await typeRun(roundUpId, input);
    return result.saved ? Response.json(result, { status: 201 }) : Response.json(result, { status: 422 });
  });
}
