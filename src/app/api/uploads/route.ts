import { toldFailure } from '@/app/api/jsonBody';
import { beginUpload } from '@/lab/bring/uploads';
import { work } from '@/lab/work/work';

export async function POST() {
  try {
    work().warm();
    return Response.json({ id: await beginUpload() }, { status: 201 });
  } catch (error) {
    return toldFailure(error);
  }
}
