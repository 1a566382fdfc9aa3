import { withBody } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { rawRunsPlan } from '@/lab/bring/rawRunsSchema';
import { work } from '@/lab/work/work';

/** Runs cut from raw logs: looked at on a dry run, written all together otherwise. */
export async function POST(request: Request, { params }: { params: Promise<{ upload: string }> }) {
  const uploadId = workIdFrom((await params).upload);
  return withBody(request, rawRunsPlan, async (plan) => {
    return Response.json(await work().run('runs', { uploadId, plan }, uploadId));
  });
}
