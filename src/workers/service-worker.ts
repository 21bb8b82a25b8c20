import { Serwist, type PrecacheEntry } from 'serwist';

/**
 * Keeps the whole product in the browser at the first visit and answers every address of it from there: no server is needed after that.
 * It is bundled and given its list of files after the build (`scripts/service-worker.mjs`). A newer version waits until its keeper takes it
 * (`interface/banners/update-banner.tsx`) or the last page of the old one is closed.
 */
declare const self: { readonly __SW_MANIFEST: (PrecacheEntry | string)[] };

new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  skipWaiting: false,
  // The page of the first visit is answered from here at once, and need not be loaded again.
  clientsClaim: true,
  precacheOptions: {
    cleanupOutdatedCaches: true,
    navigateFallback: '/',
    // The calculators' address is the server's alone.
    navigateFallbackDenylist: [/^\/api\//],
    // The icon's address carries a word that only tells one build of it from another.
    ignoreURLParametersMatching: [/^icon/],
    plugins: [{ handlerWillRespond: async ({ request, response }) => asAskedFor(request, response) }],
  },
}).addEventListeners();

/** A worker learns what to load from its own address, which is that of the answer where the answer has one: what is kept has lost the rest of it. */
function asAskedFor(request: Request, response: Response): Response {
  return request.destination === 'worker' ? new Response(response.body, response) : response;
}
