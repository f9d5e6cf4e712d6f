import { isIP } from 'node:net';
import type { Request, RequestHandler } from 'express';
import { Failure } from '../projects/failure';
import { isLoopback, type Settings } from '../settings';

/**
 * Lets in requests that were made to this server by a name of its own: a foreign name that resolves to this machine
 * (DNS rebinding) is none.
 */
export function knownByItsName({ address, hosts }: Pick<Settings, 'address' | 'hosts'>): RequestHandler {
  const names = new Set(['localhost', ...hosts]);
  const isOwn = (host: string): boolean =>
    names.has(host) || isLoopback(host) || (!isLoopback(address) && isIP(host) > 0);
  return (request, _response, next) => {
    const host = hostOf(request.get('Host'));
    if (host === null || !isOwn(host)) {
      throw new Failure(421, `This server is not known as '${request.get('Host') ?? ''}'`);
    }
    next();
  };
}

/**
 * Lets in requests of this server's own pages, or made by hand: pages from elsewhere, other ports of this machine
 * included, may neither send nor ask anything (OWASP, Cross-Site Request Forgery Prevention: origin verification and
 * fetch metadata). It stands where the routes stand that it guards, so that both agree on what an address is.
 */
export const fromOwnPages: RequestHandler = (request, _response, next) => {
  if (isForeign(request)) throw new Failure(403, 'Pages from elsewhere may not use this server');
  next();
};

/** The same for pages: following a link from another page to one of ours sends nothing and gets nothing back. */
export const fromOwnPagesOrByLink: RequestHandler = (request, response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') next();
  else void fromOwnPages(request, response, next);
};

/** The name or bare address of a Host header; null when it is not one. */
function hostOf(header: string | undefined): string | null {
  const [, bracketed, plain] = /^(?:\[([0-9a-fA-F:.]+)\]|([\w.-]+))(?::\d{1,5})?$/.exec(header ?? '') ?? [];
  return (bracketed ?? plain)?.toLowerCase() ?? null;
}

function isForeign(request: Request): boolean {
  const site = request.get('Sec-Fetch-Site');
  if (site && site !== 'same-origin' && site !== 'none') return true;
  const origin = request.get('Origin');
  return origin !== undefined && !sameHost(origin, request.get('Host'));
}

const sameHost = (origin: string, host: string | undefined): boolean =>
  URL.canParse(origin) && new URL(origin).host === host?.toLowerCase();
