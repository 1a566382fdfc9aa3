import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { editableSheet } from '@/lab/planning/planningSchemas';
import { saveSheet } from '@/lab/planning/saveSheet';

export async function PATCH(
  request: Request,
  { params }: { params: Promise<{ kind: string; owner: string }> },
) {
  const { kind, owner } = await params;
  const sheet = editableSheet(kind);
  if (!sheet) return Response.json({ message: 'There is no such sheet.' }, { status: 404 });
  return withBody(request, sheet.edit, async ({ body, ...edit }) => {
    const result = await saveSheet(sheet.kind, idFrom(owner), { ...edit, body: body as unknown });
    const status = result.saved ? 200 : result.why === 'conflict' ? 409 : 422;
    return Response.json(result, { status });
  });
}
