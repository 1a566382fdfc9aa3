import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { recordingRequest, type SentRecording } from '@/lab/sound/schemas';
import { work } from '@/lab/work/work';

/** Listens to an uploaded recording aside, and keeps it. */
export async function POST(incoming: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  return withBody(incoming, recordingRequest, async (sent) => {
    const { uploadId, ...request } = sent as SentRecording;
    return Response.json(
      await work().run('recording', { uploadId, request: { roundUpId, ...request } }, uploadId),
    );
  });
}
