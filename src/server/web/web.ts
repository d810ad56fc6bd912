// The web process: pages by Next, and the application's own scripts and styles as they were packed at build time.
import { timingSafeEqual } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { constants } from 'node:zlib';
import compression from 'compression';
import next from 'next';
import sirv from 'sirv';
import { configuration } from '@/server/base/configuration';
import { endOnCrash, logger } from '@/server/base/log';
import { applyHouseStyle } from '@/server/db/queries/house-style';
import { metrics, noteAnswer, whyNotReady } from './health';
import { ASSETS, secured } from './security';

endOnCrash();
const settings = configuration();
const { host, port, isDevelopment } = settings;
/** Pages are packed while somebody waits: more costs time, and saves little. */
const BROTLI_QUALITY = 5;
/** A phone that sends a piece of a recording over a bad line may need long. */
const LONGEST_REQUEST_MS = 120_000;

/** How the school writes days is looked up now and again: another process may have changed it. */
const HOUSE_STYLE_MS = 60_000;
const lookUpHouseStyle = () =>
  applyHouseStyle().catch((error) => logger().warn({ err: error }, 'how the school writes days'));
await lookUpHouseStyle();
setInterval(lookUpHouseStyle, HOUSE_STYLE_MS).unref();

const app = next({ dev: isDevelopment, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
const pack = compression({ brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } } });
/** Named after their content, so they never change. */
const assets = sirv('.next/static', { brotli: true, gzip: true, immutable: true, maxAge: 31_536_000 });

const answerText = (response: ServerResponse, status: number, text: string, type = 'text/plain') => {
  response.writeHead(status, { 'Content-Type': `${type}; charset=utf-8`, 'Cache-Control': 'no-store' });
  response.end(`${text}\n`);
};

/** Whether the request brings what the configuration says that readers of the metrics bring. */
function mayReadMetrics({ headers }: IncomingMessage): boolean {
  if (settings.metricsToken === undefined) return false;
  const [wanted, given] = [`Bearer ${settings.metricsToken}`, headers.authorization ?? ''].map((text) =>
    Buffer.from(text!),
  );
  return wanted!.length === given!.length && timingSafeEqual(wanted!, given!);
}

/** For machines that look after machines. @returns whether it was one of theirs. */
async function answerMachine(request: IncomingMessage, response: ServerResponse): Promise<boolean> {
  switch (request.url) {
    case '/healthz':
      answerText(response, 200, 'alive');
      return true;
    case '/readyz': {
      const why = await whyNotReady();
      answerText(response, why === undefined ? 200 : 503, why ?? 'ready');
      return true;
    }
    case '/metrics': {
      // Without the token there is nothing here.
      if (!mayReadMetrics(request)) return false;
      const { type, text } = await metrics();
      response.writeHead(200, { 'Content-Type': type, 'Cache-Control': 'no-store' });
      response.end(text);
      return true;
    }
    default:
      return false;
  }
}

function answer(request: IncomingMessage, response: ServerResponse): void {
  const start = performance.now();
  const { method = 'GET' } = request;
  const path = (request.url ?? '/').split('?')[0]!;
  response.once('close', () => {
    const seconds = (performance.now() - start) / 1000;
    noteAnswer(method, path, response.statusCode, seconds);
    const requestId = request.headers['x-request-id'];
    logger().info(
      { requestId, method, path, status: response.statusCode, milliseconds: Math.round(seconds * 1000) },
      'answered',
    );
  });
  const refusal = secured(request, response, settings);
  if (refusal) {
    answerText(response, refusal.status, refusal.text);
    return;
  }
  const byNext = () => pack(request as never, response as never, () => void handle(request, response));
  const { url: whole = '/' } = request;
  if (!isDevelopment && whole.startsWith(ASSETS)) {
    request.url = whole.slice(ASSETS.length - 1);
    assets(request, response, () => {
      request.url = whole;
      byNext();
    });
    return;
  }
  answerMachine(request, response).then(
    (isAnswered) => isAnswered || byNext(),
    (error) => {
      logger().error({ err: error, path }, 'a machine was not answered');
      answerText(response, 500, 'This did not work.');
    },
  );
}

const server = createServer(answer);
server.requestTimeout = LONGEST_REQUEST_MS;
// What reloads the pages while they are being written.
if (isDevelopment)
  server.on('upgrade', (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));
server.listen(port, host, () => logger().info({ listens: `${host}:${port}` }, 'the web process is ready'));

function stop(): void {
  // Requests at hand are answered first.
  server.close(() => process.exit(0));
  server.closeIdleConnections();
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
