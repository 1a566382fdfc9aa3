import { toldFailure } from '@/app/api/jsonBody';
import { uploadIdFrom } from '@/app/uploadId';
import { dropAside } from '@/lab/work/work';

export async function DELETE(_: Request, { params }: { params: Promise<{ upload: string }> }) {
  try {
    await dropAside(uploadIdFrom((await params).upload));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
