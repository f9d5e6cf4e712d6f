import { createServer } from 'node:net';

/** A port of this machine that nothing listens on. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const bound = server.address();
      const port = typeof bound === 'object' && bound ? bound.port : 0;
      server.close(() => resolve(port));
    });
  });
}
