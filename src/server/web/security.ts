import { randomBytes, randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Configuration } from '@/server/base/configuration';

/** What a browser may do with what we send. Styles may stand in elements: engraved music and the drawn staff place things by them. */
const policy = (nonce: string, isDevelopment: boolean) =>
  [
    `default-src 'self'`,
    // What was not made for this answer does not run; what did runs what it loads itself. WebAssembly draws music.
    `script-src 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data:`,
    `media-src 'self' blob:`,
    `worker-src 'self' blob:`,
    `connect-src 'self'`,
    `frame-ancestors 'none'`,
    `form-action 'self'`,
    `base-uri 'none'`,
    `object-src 'none'`,
  ].join('; ');

const YEAR_SECONDS = 31_536_000;
const CHANGES_NOTHING = new Set(['GET', 'HEAD', 'OPTIONS']);
const REQUEST_ID = /^[\w-]{8,64}$/;

/** Scripts and styles as they were packed. */
export const ASSETS = '/_next/static/';

/** A request that is not looked at any further. */
export interface Refusal {
  readonly status: number;
  readonly text: string;
}

/**
 * Says of a request where it comes from and what it is called, and sets what every answer must carry.
 * @returns why it is refused, if it is.
 */
export function secured(
  request: IncomingMessage,
  response: ServerResponse,
  { isSecure, proxies, isDevelopment }: Pick<Configuration, 'isSecure' | 'proxies' | 'isDevelopment'>,
): Refusal | undefined {
  const given = request.headers['x-request-id'];
  const isGiven = proxies > 0 && typeof given === 'string' && REQUEST_ID.test(given);
  request.headers['x-request-id'] = isGiven ? given : randomUUID();
  request.headers['x-mevlo-from'] = addressOf(request, proxies);
  // A page is told where it stands.
  request.headers['x-mevlo-path'] = (request.url ?? '/').split('?')[0]!;
  response.setHeader('X-Content-Type-Options', 'nosniff');
  // What a page says of itself holds for its scripts and styles, too; a first visit loads twenty of them.
  if (request.url?.startsWith(ASSETS)) return refusalOf(request, proxies);
  const nonce = randomBytes(16).toString('base64');
  // Next puts the nonce that it finds here into every script of the page.
  request.headers['content-security-policy'] = policy(nonce, isDevelopment);
  response.setHeader('Content-Security-Policy', policy(nonce, isDevelopment));
  response.setHeader('X-Request-Id', request.headers['x-request-id']);
  response.setHeader('X-Frame-Options', 'DENY');
  response.setHeader('Referrer-Policy', 'same-origin');
  // Recording is the one thing that pages here may ask for.
  response.setHeader('Permissions-Policy', 'microphone=(self), camera=(), geolocation=()');
  if (isSecure) response.setHeader('Strict-Transport-Security', `max-age=${YEAR_SECONDS}`);
  return refusalOf(request, proxies);
}

function refusalOf(request: IncomingMessage, proxies: number): Refusal | undefined {
  const { url = '/', method = 'GET' } = request;
  // No name, no word and no path has it, and PostgreSQL cannot store it.
  if (/%00|\0/i.test(url)) return { status: 400, text: 'This address has a character that no address has.' };
  // Nothing here is drawn by it, and drawing costs.
  if (url.startsWith('/_next/image')) return { status: 404, text: 'There is nothing here.' };
  const { origin } = request.headers;
  if (!CHANGES_NOTHING.has(method) && origin !== undefined && !isOwn(origin, request, proxies))
    return { status: 403, text: 'This was sent from another site.' };
  return undefined;
}

function isOwn(origin: string, { headers }: IncomingMessage, proxies: number): boolean {
  if (!URL.canParse(origin)) return false;
  const forwarded = proxies > 0 ? headers['x-forwarded-host'] : undefined;
  return new URL(origin).host === (typeof forwarded === 'string' ? forwarded : headers.host);
}

/** @param proxies of our own before us: each adds the address that it saw at the end of the list. */
function addressOf({ headers, socket }: IncomingMessage, proxies: number): string {
  const list = `${headers['x-forwarded-for'] ?? ''}`.split(',').map((one) => one.trim());
  const seen = proxies > 0 ? list.at(-proxies) : undefined;
  return seen || socket.remoteAddress || 'unknown';
}
