import { NextResponse, type NextRequest } from 'next/server';
import { isFromElsewhere } from '@/app/sameOrigin';

/** Scripts run only with this request's nonce; inline styles may stay (canvas frameworks set them). */
function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

export function proxy(request: NextRequest) {
  if (!READS.has(request.method) && isFromElsewhere(request.headers)) {
    return NextResponse.json({ message: 'Refused: the request comes from another site.' }, { status: 403 });
  }
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const csp = policy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', csp);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', csp);
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
}

// Large uploads are streamed by their own handler, and must not be buffered on the way through here.
export const config = { matcher: ['/((?!_next/static|_next/image|icon.svg|api/stream).*)'] };
