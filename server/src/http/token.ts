import { createHash, timingSafeEqual } from 'node:crypto';
import { type RequestHandler, Router } from 'express';
import { Failure } from '../projects/failure';

const COOKIE = 'pencil_bend';
const MONTH_MS = 30 * 24 * 3600 * 1000;

const digest = (text: string): Buffer => createHash('sha256').update(`pencil-bend ${text}`).digest();

/**
 * Asks every visitor for the operator's token: as `?token=` in the address of a page, which leaves a cookie, or as a
 * bearer token (RFC 6750). Without one set everybody who reaches the server may come in.
 */
export function withToken(token: string | null): RequestHandler {
  const routes = Router();
  if (token === null) return routes;
  const wanted = digest(token);
  const isRight = (given: unknown) => typeof given === 'string' && timingSafeEqual(digest(given), wanted);
  // The cookie holds a digest: who reads it cannot tell the token to others.
  const pass = wanted.toString('hex');

  routes.use((request, response, next) => {
    const { token: given, ...query } = request.query;
    if (request.method === 'GET' && isRight(given)) {
      response.cookie(COOKIE, pass, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: MONTH_MS });
      // The token leaves the address bar, and the history of the browser.
      const rest = new URLSearchParams(query as Record<string, string>).toString();
      return response.redirect(303, request.path + (rest && `?${rest}`));
    }
    const [, bearer] = /^Bearer (\S+)$/.exec(request.get('Authorization') ?? '') ?? [];
    const [, cookie = ''] = new RegExp(`(?:^|; )${COOKIE}=([0-9a-f]{64})`).exec(request.get('Cookie') ?? '') ?? [];
    const known = cookie !== '' && timingSafeEqual(Buffer.from(cookie), Buffer.from(pass));
    if (known || isRight(bearer)) return next();
    response.setHeader('WWW-Authenticate', 'Bearer');
    throw new Failure(
      401,
      'This bench asks for its operator\u2019s token: open its address with ?token= and the token',
    );
  });
  return routes;
}
