// The web process: pages by Next, and the application's own scripts and styles as they were packed at build time.
import { createServer } from 'node:http';
import { constants } from 'node:zlib';
import compression from 'compression';
import next from 'next';
import sirv from 'sirv';

const hostname = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 3000);
const dev = process.env.NODE_ENV === 'development';
/** Pages are packed while somebody waits: more costs time, and saves little. */
const BROTLI_QUALITY = 5;

const app = next({ dev, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();
const pack = compression({ brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } } });
/** Named after their content, so they never change. */
const assets = sirv('.next/static', {
  brotli: true,
  gzip: true,
  immutable: true,
  maxAge: 31_536_000,
  setHeaders: (response) => response.setHeader('X-Content-Type-Options', 'nosniff'),
});
const ASSETS = '/_next/static';

const server = createServer((request, response) => {
  const answer = () => pack(request as never, response as never, () => void handle(request, response));
  if (dev || !request.url?.startsWith(`${ASSETS}/`)) return answer();
  const whole = request.url;
  request.url = whole.slice(ASSETS.length);
  assets(request, response, () => {
    request.url = whole;
    answer();
  });
});
// What reloads the pages while they are being written.
if (dev) server.on('upgrade', (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));
server.listen(port, hostname);

function stop(): void {
  // Requests at hand are answered first.
  server.close(() => process.exit(0));
  server.closeIdleConnections();
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
