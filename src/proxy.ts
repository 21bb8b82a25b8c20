import { NextResponse } from 'next/server';
import { contentPolicy } from './app/content-policy';

/** Every page comes with the content policy; what else a page may not do stands in `next.config.mjs`. */
export function proxy(): NextResponse {
  const response = NextResponse.next();
  response.headers.set('Content-Security-Policy', contentPolicy());
  response.headers.set('Referrer-Policy', 'no-referrer');
  response.headers.set('X-Content-Type-Options', 'nosniff');
  return response;
}

// The calculators' address sends no page, and reads a body no further than it may: nothing stands before it.
export const config = { matcher: [{ source: '/((?!api/|_next/static|_next/image|icon.svg|favicon.ico).*)' }] };
