const POLICY =
  "default-src 'none'; img-src data:; font-src data:; style-src 'unsafe-inline'; frame-ancestors 'none'; sandbox allow-downloads";

/** A report as it is sent: it may ask for nothing and run nothing, whatever stands in it. */
export function reportResponse(html: string | Uint8Array, more: Record<string, string> = {}): Response {
  const body = typeof html === 'string' ? html : new Uint8Array(html);
  return new Response(body, {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': POLICY,
      'referrer-policy': 'no-referrer',
      'x-content-type-options': 'nosniff',
      ...more,
    },
  });
}
