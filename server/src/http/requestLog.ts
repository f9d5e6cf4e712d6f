import type { RequestHandler } from 'express';
import type { Logger } from 'pino';

/** A line for each answer: method, route, status and time. No address of a visitor, no header, no content, no name. */
export function requestLog(log: Logger): RequestHandler {
  return (request, response, next) => {
    const start = performance.now();
    response.on('finish', () => {
      const route = request.route as { path?: string } | undefined;
      const path = typeof route?.path === 'string' ? request.baseUrl + route.path : 'page or file';
      const ms = Math.round(performance.now() - start);
      log.info({ method: request.method, path, status: response.statusCode, ms }, 'answered');
    });
    next();
  };
}
