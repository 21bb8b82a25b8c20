/** @type {import('next').NextConfig} */
const config = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // Types are a check of their own, in `npm test` and `npm run types`; the build need not make it a second time.
  typescript: { ignoreBuildErrors: true },
  // Of the matrix library's own modules only what is used comes along; its bundle for all comes whole.
  turbopack: { resolveAlias: { 'ml-matrix': './node_modules/ml-matrix/src/index.js' } },
  // One page, built once, answers every address of a record; what it shows is decided in the browser.
  rewrites: async () => [{ source: '/:workspace(mine|demo)/:rest*', destination: '/' }],
};

export default config;
