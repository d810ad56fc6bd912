import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // The web process packs what it sends, better than this would, and sets the headers of every answer (`src/server/web`).
  compress: false,
  serverExternalPackages: ['verovio', 'pg', 'pg-boss', 'better-auth', 'piscina', 'pino'],
  // Types are a check of its own (`npm test`, `npm run typecheck`); who only wants to start need not wait for it.
  typescript: { ignoreBuildErrors: true },
  experimental: { serverActions: { bodySizeLimit: '5mb' } },
};

export default config;
