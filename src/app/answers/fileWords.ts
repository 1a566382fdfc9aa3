import { sentence } from '@/core/words';
import { toldFailure } from '@/app/api/jsonBody';
import { sentencePage } from '@/app/answers/sentencePage';

/** What keeps a file from being made, in words: as a page where somebody looks at it, as text for a program. */
export async function failureInWords(request: Request, error: unknown): Promise<Response> {
  const told = toldFailure(error);
  const { message } = (await told.json()) as { message: string };
  if (request.headers.get('accept')?.includes('text/html'))
    return sentencePage(`${sentence(message)}.`.replace(/\.\.$/, '.'), told.status);
  return new Response(message, {
    status: told.status,
    headers: { 'content-type': 'text/plain; charset=utf-8' },
  });
}

/** A route that gives a file: what stands in its way is told in words, and no page of ours comes in the place of the file. */
export async function fileWords(request: Request, make: () => Promise<Response>): Promise<Response> {
  try {
    return await make();
  } catch (error) {
    return failureInWords(request, error);
  }
}
