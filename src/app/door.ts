import { hostname } from 'node:os';
import { isIP } from 'node:net';

/** Names by which this machine is asked besides its addresses, from HOSTS, set apart by commas: for who reaches it through a name of their own. */
const NAMED = (process.env.HOSTS ?? '')
  .split(',')
  .map((name) => name.trim().toLowerCase())
  .filter(Boolean);

/**
 * Whether a request may be answered: it was sent to this machine by a name that is its own, and by no page of another site. A page elsewhere
 * can have its own name lead here (DNS rebinding) and would then read what it likes; it cannot change the name that its browser sends. An
 * address in figures leads where it says, so any of those will do.
 *
 * @param headers of the request
 * @returns why not, in words, or undefined where it may
 */
export function refusedAtTheDoor(headers: Headers): string | undefined {
  const host = headers.get('host')?.toLowerCase() ?? '';
  if (!isOwnName(nameOf(host))) return `This server is not called “${host.slice(0, 80)}”.`;
  const origin = headers.get('origin');
  // A page without an origin of its own, such as one in a sandbox, sends "null".
  if (origin !== null && hostOf(origin) !== host) return 'This was asked by a page of another site.';
  // Where a browser says where a request comes from: following a link here is no reading.
  const from = headers.get('sec-fetch-site');
  if (from === 'cross-site' && headers.get('sec-fetch-mode') !== 'navigate')
    return 'This was asked by a page of another site.';
  return undefined;
}

function nameOf(host: string): string {
  return host.replace(/:\d+$/, '').replace(/^\[(.*)\]$/, '$1');
}

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}

function isOwnName(name: string): boolean {
  const own = hostname().toLowerCase();
  return (
    name === 'localhost' ||
    name.endsWith('.localhost') ||
    isIP(name) !== 0 ||
    name === own ||
    name === `${own}.local` ||
    NAMED.includes(name)
  );
}
