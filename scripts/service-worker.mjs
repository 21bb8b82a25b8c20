import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT } from './lib.mjs';

/** Bundles the service worker and writes into it which files of the build the browser keeps, each with its hash. */
export async function writeServiceWorker() {
  // Installed only once the commands have seen to it.
  const [{ build }, { injectManifest }] = await Promise.all([import('esbuild'), import('@serwist/build')]);
  const bundled = path.join(ROOT, '.next', 'service-worker.js');
  await build({
    entryPoints: [path.join(ROOT, 'src', 'workers', 'service-worker.ts')],
    outfile: bundled,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  });
  mkdirSync(path.join(ROOT, 'public'), { recursive: true });
  const { count, size, warnings } = await injectManifest({
    swSrc: bundled,
    swDest: path.join(ROOT, 'public', 'sw.js'),
    globDirectory: path.join(ROOT, '.next', 'static'),
    globPatterns: ['**/*.{js,css,woff2}'],
    // For browsers that run none of the rest.
    globIgnores: polyfills(),
    modifyURLPrefix: { '': '/_next/static/' },
    // Their names hold a hash of what is in them.
    dontCacheBustURLsMatching: /^\/_next\/static\//,
    maximumFileSizeToCacheInBytes: 4_000_000,
    additionalPrecacheEntries: [
      { url: '/', revision: hashOf('.next/server/app/index.html') },
      { url: '/icon.svg', revision: hashOf('src/app/icon.svg') },
      { url: '/manifest.webmanifest', revision: hashOf('.next/server/app/manifest.webmanifest.body') },
    ],
  });
  rmSync(bundled);
  for (const warning of warnings) console.warn(warning);
  console.log(`The service worker keeps ${count} files, ${(size / 1e6).toFixed(1)} MB.`);
}

function polyfills() {
  const { polyfillFiles } = JSON.parse(readFileSync(path.join(ROOT, '.next', 'build-manifest.json'), 'utf8'));
  return polyfillFiles.map((file) => file.replace(/^static\//, ''));
}

function hashOf(file) {
  return createHash('sha256')
    .update(readFileSync(path.join(ROOT, file)))
    .digest('hex')
    .slice(0, 16);
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await writeServiceWorker();
