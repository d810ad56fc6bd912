import type { NextConfig } from 'next';

const SECURITY_HEADERS = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  // Recording is the one thing that pages here may ask for.
  { key: 'Permissions-Policy', value: 'microphone=(self), camera=(), geolocation=()' },
  {
    key: 'Content-Security-Policy',
    value:
      "default-src 'self'; script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; media-src 'self' blob:; worker-src 'self' blob:; connect-src 'self'; frame-ancestors 'none'; form-action 'self'; base-uri 'none'; object-src 'none'",
  },
];

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // The web process packs what it sends, better than this would (`src/server/web`).
  compress: false,
  serverExternalPackages: ['verovio', 'pg', 'pg-boss', 'better-auth'],
  experimental: { serverActions: { bodySizeLimit: '5mb' } },
  headers: async () => [{ source: '/:path*', headers: SECURITY_HEADERS }],
};

export default config;
