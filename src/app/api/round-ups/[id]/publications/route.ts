import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { publish } from '@/lab/publish/publish';
import { publishRequest } from '@/lab/publish/schemas';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, publishRequest, async (wish) =>
    Response.json(await publish(id, wish, new Date())),
  );
}
