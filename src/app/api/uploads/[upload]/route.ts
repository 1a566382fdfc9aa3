import { withoutBody } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { dropAside } from '@/lab/work/work';

export function DELETE(request: Request, { params }: { params: Promise<{ upload: string }> }) {
  return withoutBody(request, async () => {
    await dropAside(workIdFrom((await params).upload));
    return Response.json({});
  });
}
