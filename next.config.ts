import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['pg'],
  // Pictures are served as they are: nothing here asks for others.
  images: { unoptimized: true },
  experimental: {
    // Style with the first answer: a phone waits 0.6 s for a second one before it draws anything.
    inlineCss: true,
    // A body is held for the proxy up to here, and cut beyond in silence: the largest that is taken, a photograph, comes whole.
    proxyClientMaxBodySize: '26mb',
  },
  // `./abanico test` checks them: a start need not wait for it.
  typescript: { ignoreBuildErrors: true },
  // Title and description with the first bytes, for every reader: a page without a title says nothing in a tab.
  htmlLimitedBots: /.*/,
  // Pages that went by another name: links that were sent still lead there.
  redirects: () =>
    Promise.resolve(
      [
        ['curves/judgement', 'curves/beyond'],
        ['curves/schools', 'curves/ways'],
        ['verdict/advice', 'verdict/fits'],
      ].map(([was, is]) => ({
        source: `/round-ups/:id/${was}`,
        destination: `/round-ups/:id/${is}`,
        permanent: true,
      })),
    ),
};

export default config;
