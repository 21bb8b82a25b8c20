/** @type {import('next').NextConfig} */
const config = {
  reactStrictMode: true,
  poweredByHeader: false,
  // The browser tests and the screenshots run against the production build in their own folder when they ask for one.
  distDir: process.env.MILD_TIDE_DIST ?? '.next',
  devIndicators: false,
};

export default config;
