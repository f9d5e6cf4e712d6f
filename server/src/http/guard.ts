import { isIP } from 'node:net';
import type { Request, RequestHandler } from 'express';
import { Failure } from '../projects/failure';
import { isLoopback, type Settings } from '../settings';

/**
 * Lets in requests that were made to this server by its own pages or by hand.
 *
 * Host: a foreign name that resolves to this machine (DNS rebinding) is no name of this server. Origin and
 * Sec-Fetch-Site: pages from elsewhere, other ports of this machine included, may not send anything here, nor ask the
 * API for anything (OWASP, Cross-Site Request Forgery Prevention: origin verification and fetch metadata).
 */
export function guard({ address, hosts }: Pick<Settings, 'address' | 'hosts'>): RequestHandler {
  const names = new Set(['localhost', ...hosts]);
  const isOwn = (host: string): boolean =>
    names.has(host) || isLoopback(host) || (!isLoopback(address) && isIP(host) > 0);
  return (request, _response, next) => {
    const host = hostOf(request.get('Host'));
    if (host === null || !isOwn(host)) {
      throw new Failure(421, `This server is not known as '${request.get('Host') ?? ''}'`);
    }
    if (isForeign(request)) {
      throw new Failure(403, 'Pages from elsewhere may not use this server');
    }
    next();
  };
}

/** The name or bare address of a Host header; null when it is not one. */
function hostOf(header: string | undefined): string | null {
  const [, bracketed, plain] = /^(?:\[([0-9a-fA-F:.]+)\]|([\w.-]+))(?::\d{1,5})?$/.exec(header ?? '') ?? [];
  return (bracketed ?? plain)?.toLowerCase() ?? null;
}

function isForeign(request: Request): boolean {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  // Following a link from another page to a page of ours is fine; it sends nothing and gets nothing back.
  if (reads && !request.path.startsWith('/api/')) return false;
  const site = request.get('Sec-Fetch-Site');
  if (site && site !== 'same-origin' && site !== 'none') return true;
  const origin = request.get('Origin');
  return origin !== undefined && !sameHost(origin, request.get('Host'));
}

const sameHost = (origin: string, host: string | undefined): boolean =>
  URL.canParse(origin) && new URL(origin).host === host?.toLowerCase();
