import { withoutBody } from '@/app/api/jsonBody';
import { beginUpload } from '@/lab/bring/uploads';
import { work } from '@/lab/work/work';

export function POST(request: Request) {
  return withoutBody(request, async () => {
    work().warm();
    return Response.json({ id: await beginUpload() }, { status: 201 });
  });
}
