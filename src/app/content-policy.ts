import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';

/** The pages as they were built: there is one for every address of a record, and one for any other. */
const PAGES = ['index.html', '_not-found.html'];

let policy: string | undefined;

/**
 * A strict content policy: only this server's own files, of the scripts that stand in a page only those it was built with, and no
 * connection to any other host. A page is the same for everyone and kept by the browser, so a nonce of its own would say nothing: the
 * scripts in it are known by their hashes. Styles may stand inline, as charts and overlays place themselves by them.
 */
export function contentPolicy(): string {
  policy ??= policyWith(process.env.NODE_ENV === 'development' ? "'unsafe-inline' 'unsafe-eval'" : hashesOfPages());
  return policy;
}

/** The policy, with what scripts may run besides the files of this server. */
export function policyWith(scripts: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' ${scripts}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

function hashesOfPages(): string {
  const pages = PAGES.map((page) => readFileSync(path.join(process.cwd(), '.next', 'server', 'app', page), 'utf8'));
  return [...new Set(pages.flatMap(scriptHashes))].join(' ');
}

/** The hashes of a page's inline scripts as a content policy names them (W3C Content Security Policy Level 3, 2.3.1). */
export function scriptHashes(html: string): string[] {
  return [...html.matchAll(/<script(?:\s[^>]*)?>([\s\S]*?)<\/script>/g)].flatMap(([, text = '']) =>
    text === '' ? [] : [`'sha256-${createHash('sha256').update(text).digest('base64')}'`],
  );
}
