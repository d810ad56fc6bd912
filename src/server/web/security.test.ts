import type { IncomingMessage, ServerResponse } from 'node:http';
import { secured } from './security';

const PLAIN = { isSecure: false, proxies: 0, isDevelopment: false };

/** What is answered to a request, and what the pages find of it. */
function asked(
  {
    url = '/practice',
    method = 'GET',
    headers = {},
  }: { url?: string; method?: string; headers?: Record<string, string> },
  settings: Partial<typeof PLAIN> = {},
) {
  const request = {
    ...{ url, method, headers: { host: 'school.example', ...headers } },
    socket: { remoteAddress: '192.0.2.1' },
  } as unknown as IncomingMessage;
  const sent = new Map<string, string>();
  const response = {
    setHeader: (name: string, value: string) => void sent.set(name.toLowerCase(), value),
  } as unknown as ServerResponse;
  const refusal = secured(request, response, { ...PLAIN, ...settings });
  return { refusal, sent, headers: request.headers };
}

test('every answer has a policy with a nonce of its own, which the page finds', () => {
  const nonceOf = (policy: string) => /'nonce-([^']+)'/.exec(policy)?.[1];
  const [one, other] = [asked({}), asked({})];
  const policy = one.sent.get('content-security-policy')!;
  expect(policy).toBe(one.headers['content-security-policy']);
  expect(nonceOf(policy)!.length).toBeGreaterThanOrEqual(22);
  expect(nonceOf(policy)).not.toBe(nonceOf(other.sent.get('content-security-policy')!));
  // Content Security Policy Level 3, W3C: scripts by nonce alone, nothing evaluated, nothing framed.
  expect(/script-src ([^;]+)/.exec(policy)![1]).not.toMatch(
    /unsafe-inline|unsafe-eval(?<!wasm-unsafe-eval)|'self'/,
  );
  for (const part of ["frame-ancestors 'none'", "base-uri 'none'", "object-src 'none'", "form-action 'self'"])
    expect(policy).toContain(part);
});

test('behind https browsers are told to stay there; without it they are not', () => {
  // RFC 6797, section 7.2: never over plain http.
  expect(asked({}).sent.has('strict-transport-security')).toBe(false);
  expect(asked({}, { isSecure: true }).sent.get('strict-transport-security')).toBe('max-age=31536000');
});

test.each([
  ['a NUL in the path', { url: '/takes/%00' }, 400],
  ['a NUL in what is asked', { url: '/practice/x?stage=%00' }, 400],
  ['the origin “null”', { method: 'POST', headers: { origin: 'null' } }, 403],
  ['another site', { method: 'POST', headers: { origin: 'https://elsewhere.example' } }, 403],
  ['another port of this one', { method: 'PUT', headers: { origin: 'http://school.example:81' } }, 403],
  ['pictures that nobody draws', { url: '/_next/image?url=%2Fx.png&w=64&q=75' }, 404],
] as const)('%s is refused', (_, request, status) => {
  expect(asked(request).refusal?.status).toBe(status);
});

test.each([
  ['a page', {}],
  ['a form of this site', { method: 'POST', headers: { origin: 'http://school.example' } }],
  ['a link from another site', { headers: { origin: 'https://elsewhere.example' } }],
  // Machines send none; a browser always does.
  ['a sender without an origin', { method: 'POST' }],
] as const)('%s is let through', (_, request) => {
  expect(asked(request).refusal).toBeUndefined();
});

test('where a request comes from is what the socket says, or what our own proxies say', () => {
  const from = (headers: Record<string, string>, proxies: number) =>
    asked({ headers }, { proxies }).headers['x-mevlo-from'];
  const forged = { 'x-forwarded-for': '203.0.113.9, 198.51.100.7', 'x-mevlo-from': '10.0.0.1' };
  expect(from(forged, 0)).toBe('192.0.2.1');
  expect(from(forged, 1)).toBe('198.51.100.7');
  expect(from(forged, 2)).toBe('203.0.113.9');
  expect(from({}, 1)).toBe('192.0.2.1');
});

test('the name of a request is ours, or our proxy’s', () => {
  const name = (proxies: number) =>
    asked({ headers: { 'x-request-id': 'abcd-1234' } }, { proxies }).sent.get('x-request-id');
  expect(name(0)).toMatch(/^[0-9a-f-]{36}$/);
  expect(name(1)).toBe('abcd-1234');
  expect(asked({ headers: { 'x-request-id': 'x\n' } }, { proxies: 1 }).sent.get('x-request-id')).toMatch(
    /^[0-9a-f-]{36}$/,
  );
});

test('behind a proxy the host is the one that was asked for', () => {
  const headers = {
    origin: 'https://mevlo.school',
    host: '127.0.0.1:3000',
    'x-forwarded-host': 'mevlo.school',
  };
  expect(asked({ method: 'POST', headers }, { proxies: 1 }).refusal).toBeUndefined();
  expect(asked({ method: 'POST', headers }).refusal?.status).toBe(403);
});

test('scripts and styles carry nothing that their page says already', () => {
  expect([...asked({ url: '/_next/static/chunks/x.js' }).sent.keys()]).toEqual(['x-content-type-options']);
});
