import { toldFailure } from '@/app/api/jsonBody';
import { uploadIdFrom } from '@/app/uploadId';
import { dropUpload } from '@/lab/uploads';

export async function DELETE(_: Request, { params }: { params: Promise<{ upload: string }> }) {
  try {
    await dropUpload(uploadIdFrom((await params).upload));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
