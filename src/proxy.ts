import { NextResponse, type NextRequest } from 'next/server';
import { contentPolicy } from './app/content-policy';
import { refusedAtTheDoor } from './app/door';

/** Every page comes with the content policy; what else it may not do stands in `next.config.mjs`. Of whom it does not answer: `app/door.ts`. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusedAtTheDoor(request.headers);
  if (refused !== undefined) return new NextResponse(refused, { status: 403 });
  const response = NextResponse.next();
  if (request.nextUrl.pathname.startsWith('/_next/static/')) return response;
  response.headers.set('Content-Security-Policy', contentPolicy());
  // A page is asked for anew each time, by whatever stands in between: the browser has its own copy, and knows when that is old.
  response.headers.set('Cache-Control', 'private, no-cache');
  return response;
}

// The calculators' address reads a body no further than it may: nothing stands before it, and it asks at the door itself.
export const config = { matcher: [{ source: '/((?!api/).*)' }] };
