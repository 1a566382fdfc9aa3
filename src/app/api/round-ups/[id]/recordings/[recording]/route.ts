import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { changeRecording } from '@/lab/sound/changeRecording';
import { recordingEdit } from '@/lab/sound/schemas';

export async function PATCH(
  request: Request,
  { params }: { params: Promise<{ id: string; recording: string }> },
) {
  const { id, recording } = await params;
  return withBody(request, recordingEdit, async (edit) => {
    await changeRecording(idFrom(id), idFrom(recording), edit);
    return Response.json({});
  });
}
