import { earlierAnswer, inRequest, keepAnswer } from '@/database/sentRequests';
import { withDatabase } from '@/database/pool';

export { requestAtHand } from '@/database/sentRequests';

interface KeptAnswer {
  status: number;
  headers: [string, string][];
  text: string;
}

/**
 * Handles a request that may be sent several times. The first answer of success is stored and given again. Failures are not stored: what
 * was rolled back may be tried anew.
 */
export async function answerOnce(request: string, handle: () => Promise<Response>): Promise<Response> {
  const earlier = await withDatabase((db) => earlierAnswer<KeptAnswer>(db, request));
  if (earlier) return new Response(earlier.text, { status: earlier.status, headers: earlier.headers });
  const response = await inRequest(request, handle);
  if (!response.ok) return response;
  const text = await response.clone().text();
  // The change is committed. If only its answer cannot be stored, the transactions of the request are still repeated from their results.
  await withDatabase((db) =>
    keepAnswer(db, request, { status: response.status, headers: [...response.headers], text }),
  ).catch(() => undefined);
  return response;
}
