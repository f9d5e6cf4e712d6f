import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { Failure } from '../projects/failure';

/** The largest request body: a project file of some hundred thousand points, laid out to be read; in bytes. */
export const BODY_LIMIT = 64_000_000;

function send(response: Response, failure: Failure): void {
  const { status, title, problems, data } = failure;
  response
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', status, title, detail: failure.message, problems, ...data }));
}

/** What body-parser throws carries a type and a status, and its limit where that was passed. */
const known: Readonly<Record<string, (error: Error & { limit?: number }) => Failure>> = {
  'entity.too.large': ({ limit = BODY_LIMIT }) => new Failure(413, `The request is larger than ${limit / 1e6} MB`),
  'entity.parse.failed': ({ message }) => new Failure(400, `The request is not JSON: ${message}`),
};

/** Every error becomes problem+json (RFC 9457); what nobody expected is logged and told without its insides. */
export function problems(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    if (error instanceof Failure) return send(response, error);
    const { type, status } = error as { type?: string; status?: number };
    if (error instanceof Error && type && known[type]) return send(response, known[type](error));
    if (error instanceof Error && status && status >= 400 && status < 500) {
      return send(response, new Failure(status, error.message));
    }
    log.error(error);
    send(response, new Failure(500, 'The server failed; what was kept before is safe'));
  };
}
