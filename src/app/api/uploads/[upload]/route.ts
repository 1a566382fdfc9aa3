import { toldFailure } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { dropAside } from '@/lab/work/work';

export async function DELETE(_: Request, { params }: { params: Promise<{ upload: string }> }) {
  try {
    await dropAside(workIdFrom((await params).upload));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
