import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['pg'],
  // Title and description with the first bytes, for every reader: a page without a title says nothing in a tab.
  htmlLimitedBots: /.*/,
};

export default config;
