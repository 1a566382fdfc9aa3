import { REPORT_POLICY } from './reportPolicy';

/** What a report is sent with: it may ask for nothing and run nothing, whatever stands in it. */
export const REPORT_HEADERS = {
  'content-security-policy': REPORT_POLICY,
  'referrer-policy': 'no-referrer',
  'x-content-type-options': 'nosniff',
};

/** A report as it is sent. */
export function reportResponse(html: string | Uint8Array, more: Record<string, string> = {}): Response {
  const body = typeof html === 'string' ? html : new Uint8Array(html);
  return new Response(body, {
    headers: { 'content-type': 'text/html; charset=utf-8', ...REPORT_HEADERS, ...more },
  });
}
