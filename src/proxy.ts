import { NextResponse, type NextRequest } from 'next/server';
import { policyOf } from '@/app/answers/reportPolicy';
import { refusal } from '@/app/whoMayAsk';

/** Scripts run only with this request's nonce; inline styles may stay (canvas frameworks set them). */
function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "media-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

export function proxy(request: NextRequest) {
  const no = refusal(request);
  if (no) return no;
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const own = policyOf(request.nextUrl.pathname);
  const csp = own ?? policy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', csp);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', csp);
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', own ? 'no-referrer' : 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
}

// Large uploads are streamed by their own handlers, which ask the same themselves: nothing is buffered on the way here.
export const config = { matcher: ['/((?!api/stream).*)'] };
