import { toldFailure } from '@/app/api/jsonBody';
import { uploadIdFrom } from '@/app/uploadId';
import { work } from '@/lab/work/work';

interface Context {
  params: Promise<{ upload: string }>;
}

/** How far the work on an upload is; `progress` is null where none goes on. */
export async function GET(_: Request, { params }: Context) {
  try {
    return Response.json({ progress: work().progressOf(uploadIdFrom((await params).upload)) });
  } catch (error) {
    return toldFailure(error);
  }
}

/** Stops it: what it had begun to write is rolled back, and the upload stays. */
export async function DELETE(_: Request, { params }: Context) {
  try {
    work().stop(uploadIdFrom((await params).upload));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
