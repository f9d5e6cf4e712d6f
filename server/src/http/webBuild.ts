import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { ServerResponse } from 'node:http';
import { type RequestHandler, Router } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { Failure } from '../projects/failure';

/** Stands in the built index.html where the nonce of the answer goes. */
const NONCE_MARK = 'PENCIL_BEND_NONCE';

const directives = (nonce: string) => ({
  defaultSrc: ["'none'"],
  baseUri: ["'self'"],
  connectSrc: ["'self'"],
  fontSrc: ["'self'"],
  formAction: ["'none'"],
  frameAncestors: ["'none'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  scriptSrc: ["'self'", `'nonce-${nonce}'`],
  // Frameworks set single style attributes at run time; style sheets need the nonce.
  styleSrc: ["'self'", `'nonce-${nonce}'`],
  styleSrcAttr: ["'unsafe-inline'"],
  workerSrc: ["'self'"],
});

/** Security headers; the nonce lets the page's own style sheets in, and nobody else's. */
export const secured: RequestHandler = (request, response, next) => {
  const nonce = randomBytes(16).toString('base64');
  response.locals['nonce'] = nonce;
  const headers = helmet({
    contentSecurityPolicy: { useDefaults: false, directives: directives(nonce) },
    // Plain http on loopback: there is nothing to upgrade to.
    strictTransportSecurity: false,
  });
  headers(request, response, next);
};

/** The built web application; every address without a file is a page of it. */
export function webBuild(folder: string): Router {
  const routes = Router();
  // Scripts lie there compressed by the build.
  const compressed = { enableBrotli: true, orderPreference: ['br' as const], index: false as const };
  routes.use(
    staticGzip(folder, {
      ...compressed,
      serveStatic: { setHeaders: keepHashedFiles, etag: false, lastModified: false, acceptRanges: false },
    }),
  );
  routes.get(/.*/, (request, response) => {
    if (/\.\w+$/.test(request.path)) throw new Failure(404, `There is no file ${request.path}`);
    const page = readFileSync(join(folder, 'index.html'), 'utf8');
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send(page.replaceAll(NONCE_MARK, response.locals['nonce'] as string));
  });
  return routes;
}

/** What security headers say about a page or a worker, and mean nothing on the scripts and styles it loads. */
const OF_PAGES = [
  'Content-Security-Policy',
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'Referrer-Policy',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
  'X-XSS-Protection',
];

function keepHashedFiles(response: ServerResponse, path: string): void {
  // The build puts a hash of the content into these names.
  if (!/-[\w-]{8}\.\w+(\.br)?$/.test(path)) return;
  response.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
  // Half a kilobyte for each of the fifty files that the bench begins with.
  if (!basename(path).startsWith('worker-')) for (const header of OF_PAGES) response.removeHeader(header);
}
