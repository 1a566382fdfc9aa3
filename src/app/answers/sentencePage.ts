import { sentenceHtml } from '@/lab/outgoing/sentenceHtml';
import { reportResponse } from './reportResponse';

/** A page of one sentence in the place of what was asked for. */
export function sentencePage(sentence: string, status: number): Response {
  const response = reportResponse(sentenceHtml(sentence), { 'cache-control': 'no-store' });
  return new Response(response.body, { status, headers: response.headers });
}
