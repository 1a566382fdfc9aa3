import { toldFailure } from '@/app/api/jsonBody';
import { uploadIdFrom } from '@/app/uploadId';
import { work } from '@/lab/work/work';

/** Imports an uploaded bundle: all of it, or nothing and the list of what is wrong. */
export async function POST(_: Request, { params }: { params: Promise<{ upload: string }> }) {
  try {
    const result = await work().run('import', { uploadId: uploadIdFrom((await params).upload) });
    return result.imported
      ? Response.json({ roundUpId: result.roundUpId })
      : Response.json(
          { message: 'Nothing was imported: the bundle has faults.', problems: result.problems },
          { status: 422 },
        );
  } catch (error) {
    return toldFailure(error);
  }
}
