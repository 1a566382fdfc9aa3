import { importBundle } from '@/lab/importBundle';
import { isDatabaseAway } from '@/lab/databaseState';

/** Files of a bundle, each with its path percent-encoded as its file name. */
export async function POST(request: Request) {
  const origin = request.headers.get('origin');
  if (origin && new URL(origin).host !== request.headers.get('host')) {
    return Response.json({ message: 'Refused: the request comes from another site.' }, { status: 403 });
  }
  const files = new Map<string, Uint8Array>();
  try {
    const form = await request.formData();
    for (const part of form.getAll('file')) {
      if (typeof part !== 'string')
        files.set(decodeURIComponent(part.name), new Uint8Array(await part.arrayBuffer()));
    }
  } catch {
    return Response.json(
      { message: 'The upload broke off. Nothing was imported; try again.' },
      { status: 400 },
    );
  }
  try {
    const result = await importBundle(files);
    return result.imported
      ? Response.json({ roundUpId: result.roundUpId })
      : Response.json({ problems: result.problems }, { status: 422 });
  } catch (error) {
    if (isDatabaseAway(error)) {
      const message = 'The database does not answer. Nothing was imported; try again once it is back.';
      return Response.json({ message }, { status: 503 });
    }
    throw error;
  }
}
