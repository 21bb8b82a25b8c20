/** What holds for all that is sent: it is for pages of this server alone, and these use nothing of the device but its screen and its storage. */
const ON_EVERYTHING = [
  ['Referrer-Policy', 'no-referrer'],
  ['X-Content-Type-Options', 'nosniff'],
  ['Cross-Origin-Opener-Policy', 'same-origin'],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
  [
    'Permissions-Policy',
    [
      'accelerometer',
      'camera',
      'display-capture',
      'geolocation',
      'gyroscope',
      'magnetometer',
      'microphone',
      'midi',
      'payment',
      'usb',
    ]
      .map((name) => `${name}=()`)
      .join(', '),
  ],
].map(([key, value]) => ({ key, value }));

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
  headers: async () => [{ source: '/:path*', headers: ON_EVERYTHING }],
};

export default config;
