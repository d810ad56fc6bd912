import type { Instrumentation } from 'next';

/** What a page, an action or a route throws is logged, with the request's name. */
export const onRequestError: Instrumentation.onRequestError = async (error, request, context) => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  // Somebody's sign-in has ended: everyday life, and the form says so.
  if ((error as { digest?: unknown }).digest === 'mevlo-signed-out') return;
  const { logger } = await import('@/server/base/log');
  const requestId = request.headers['x-request-id'];
  logger().error(
    { err: error, requestId, path: request.path.split('?')[0], route: context.routePath },
    'a request threw',
  );
};
