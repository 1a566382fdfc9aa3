import { withoutBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { removeCase } from '@/lab/lineUp/cases';

export function DELETE(request: Request, { params }: { params: Promise<{ case: string }> }) {
  return withoutBody(request, async () => {
    await removeCase(idFrom((await params).case));
    return Response.json({});
  });
}
