import { clockNow } from '@/clock/clockNow';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { askedWorkId } from '@/app/answers/workId';
import { publishRequest } from '@/lab/publish/schemas';
import { work } from '@/lab/work/work';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, publishRequest, async (wish) =>
    Response.json(
      await work().run('publish', { roundUpId: id, wish, now: clockNow() }, askedWorkId(request)),
    ),
  );
}
