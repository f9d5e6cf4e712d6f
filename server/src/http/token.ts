import { createHash, timingSafeEqual } from 'node:crypto';
import express, { type Request, type Response, Router } from 'express';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Failure } from '../projects/failure';
import { sendTokenPage } from './tokenPage';

const COOKIE = 'pencil_bend';
const MONTH_MS = 30 * 24 * 3600 * 1000;

/** Wrong tokens from one address within a minute; after them it has to wait. */
const TRIES = { points: 10, duration: 60 } as const;

const digest = (text: string): Buffer => createHash('sha256').update(`pencil-bend ${text}`).digest();

/**
 * Asks every visitor for the operator's token: in the form of a page of its own, as `?token=` in the address of a page,
 * both of which leave a cookie, or as a bearer token (RFC 6750). Without one set everybody who reaches the server may
 * come in. Whoever tries too many wrong ones has to wait, with a right one too: else the waiting would tell.
 */
export function withToken(token: string | null): Router {
  const routes = Router();
  if (token === null) return routes;
  const wanted = digest(token);
  // The cookie holds a digest: who reads it cannot tell the token to others.
  const pass = wanted.toString('hex');
  const tries = new RateLimiterMemory(TRIES);

  /** Whether a token is the right one; throws a `Failure` 429 after too many that were not. */
  async function isRight(request: Request, given: string): Promise<boolean> {
    const address = request.socket.remoteAddress ?? '';
    try {
      await tries.consume(address);
    } catch {
      throw new Failure(429, 'Too many wrong tokens came from this address: wait a minute');
    }
    const right = timingSafeEqual(digest(given), wanted);
    if (right) await tries.delete(address);
    return right;
  }

  function enter(request: Request, response: Response): void {
    response.cookie(COOKIE, pass, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: MONTH_MS });
    // The token leaves the address bar, and the history of the browser.
    response.redirect(303, withoutToken(request));
  }

  routes.use(express.urlencoded({ extended: false, limit: '1kb' }), async (request, response, next) => {
    const form = request.is('urlencoded') ? (request.body as { token?: unknown }).token : undefined;
    const asked = request.method === 'GET' ? request.query['token'] : form;
    const [, bearer] = /^Bearer (\S+)$/.exec(request.get('Authorization') ?? '') ?? [];
    const given = typeof asked === 'string' ? asked : bearer;
    if (isKnown(request, pass)) return typeof asked === 'string' ? enter(request, response) : next();
    if (given !== undefined && (await isRight(request, given))) {
      return given === bearer ? next() : enter(request, response);
    }
    if (request.accepts(['json', 'html']) === 'html') return sendTokenPage(response, given !== undefined);
    response.setHeader('WWW-Authenticate', 'Bearer');
    throw new Failure(401, 'This bench asks for its operator\u2019s token: load the page again and enter it');
  });
  return routes;
}

/** A browser may send cookies of other paths and times under one name. */
function isKnown(request: Request, pass: string): boolean {
  const cookies = (request.get('Cookie') ?? '').split(/; */);
  return cookies.some((cookie) => {
    const [, given] = new RegExp(`^${COOKIE}=([0-9a-f]{64})$`).exec(cookie) ?? [];
    return given !== undefined && timingSafeEqual(Buffer.from(given), Buffer.from(pass));
  });
}

/** The address that was asked for, on this server: one that begins with two slashes would be another's. */
function withoutToken(request: Request): string {
  const { pathname, searchParams } = new URL(request.originalUrl.replace(/^[/\\]+/, '/'), 'http://own.invalid');
  searchParams.delete('token');
  const path = pathname.replace(/^\/+/, '/');
  return searchParams.size > 0 ? `${path}?${searchParams.toString()}` : path;
}
