import type { NextConfig } from 'next';

// React rebuilds the places of errors with eval while pages are being written, and only then.
const WHILE_WRITING = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : '';

const SECURITY_HEADERS = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  // Recording is the one thing that pages here may ask for.
  { key: 'Permissions-Policy', value: 'microphone=(self), camera=(), geolocation=()' },
  {
    key: 'Content-Security-Policy',
    value: `default-src 'self'; script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'${WHILE_WRITING}; style-src 'self' 'unsafe-inline'; img-src 'self' data:; media-src 'self' blob:; worker-src 'self' blob:; connect-src 'self'; frame-ancestors 'none'; form-action 'self'; base-uri 'none'; object-src 'none'`,
  },
];

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // The web process packs what it sends, better than this would (`src/server/web`).
  compress: false,
  serverExternalPackages: ['verovio', 'pg', 'pg-boss', 'better-auth'],
  // Types are a check of its own (`npm test`, `npm run typecheck`); who only wants to start need not wait for it.
  typescript: { ignoreBuildErrors: true },
  experimental: { serverActions: { bodySizeLimit: '5mb' } },
  headers: async () => [{ source: '/:path*', headers: SECURITY_HEADERS }],
};

export default config;
