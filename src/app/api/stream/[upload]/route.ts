import { toldFailure } from '@/app/api/jsonBody';
import { bodyChunks } from '@/app/api/requestBody';
import { workIdFrom } from '@/app/answers/workId';
import { refusal } from '@/app/whoMayAsk';
import { takeFile, UploadRefused } from '@/lab/bring/uploads';

/** One file of an upload, its bytes as the body. Streamed: never more than a megabyte of it is in memory. */
export async function PUT(request: Request, { params }: { params: Promise<{ upload: string }> }) {
  const no = refusal(request);
  if (no) return no;
  const path = new URL(request.url).searchParams.get('path') ?? '';
  if (path === '' || path.length > 1000 || !request.body) {
    return Response.json({ message: path ? `${path} is empty.` : 'A file needs a name.' }, { status: 422 });
  }
  try {
    const size = await takeFile(workIdFrom((await params).upload), path, bodyChunks(request));
    return Response.json({ size });
  } catch (error) {
    if (error instanceof UploadRefused) return Response.json({ message: error.message }, { status: 413 });
    if (request.signal.aborted || /aborted|reset/i.test((error as Error).message)) {
      return Response.json(
        { message: 'The upload stopped. Nothing was imported. Choose the files again.' },
        { status: 400 },
      );
    }
    return toldFailure(error);
  }
}
