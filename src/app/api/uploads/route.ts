import { toldFailure } from '@/app/api/jsonBody';
import { beginUpload } from '@/lab/uploads';

export async function POST() {
  try {
    return Response.json({ id: await beginUpload() }, { status: 201 });
  } catch (error) {
    return toldFailure(error);
  }
}
