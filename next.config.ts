import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['pg'],
  // `./abanico test` checks them: a start need not wait for it.
  typescript: { ignoreBuildErrors: true },
  // Title and description with the first bytes, for every reader: a page without a title says nothing in a tab.
  htmlLimitedBots: /.*/,
};

export default config;
