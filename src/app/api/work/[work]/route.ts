import { toldFailure } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { work } from '@/lab/work/work';

interface Context {
  params: Promise<{ work: string }>;
}

/** How far a piece of work is, by its id or that of the upload it is on; `progress` is null where none goes on. */
export async function GET(_: Request, { params }: Context) {
  try {
    return Response.json({ progress: work().progressOf(workIdFrom((await params).work)) });
  } catch (error) {
    return toldFailure(error);
  }
}

/** Stops it: what it had begun to write is rolled back, and an upload stays. */
export async function DELETE(_: Request, { params }: Context) {
  try {
    work().stop(workIdFrom((await params).work));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
