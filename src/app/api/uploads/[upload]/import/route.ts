import { withBody } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { importChoices } from '@/lab/bring/importChoices';
import { work } from '@/lab/work/work';

/** Imports an uploaded bundle: all of it, or nothing and the list of what is wrong or to be decided. */
export async function POST(request: Request, { params }: { params: Promise<{ upload: string }> }) {
  const uploadId = workIdFrom((await params).upload);
  return withBody(request, importChoices, async ({ meant, ...rest }) => {
    const choices = {
      meant: Object.fromEntries(meant.map(({ entry, entryId }) => [entry, entryId])),
      ...rest,
    };
    const result = await work().run('import', { uploadId, choices }, uploadId);
    return result.imported
      ? Response.json({ roundUpId: result.roundUpId, runs: result.runs, there: result.there })
      : Response.json(
          { message: 'Nothing was imported: the bundle has faults.', problems: result.problems },
          { status: 422 },
        );
  });
}
