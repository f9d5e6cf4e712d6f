import { join, resolve } from 'node:path';

/** Where the server listens and keeps its data. */
export interface Settings {
  readonly address: string;
  readonly port: number;
  /** Folder of the SQLite file. */
  readonly data: string;
  /** Folder of the built web application. */
  readonly web: string;
}

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

/**
 * Reads PENCIL_BEND_ADDRESS, PENCIL_BEND_PORT and PENCIL_BEND_DATA. Throws for a port that is none, and for an
 * address other than loopback: there is no access control yet.
 */
export function settingsFrom(environment: Readonly<Record<string, string | undefined>>, root: string): Settings {
  const address = environment['PENCIL_BEND_ADDRESS'] ?? '127.0.0.1';
  if (!LOOPBACK.has(address)) {
    throw new Error(`PENCIL_BEND_ADDRESS must be a loopback address (127.0.0.1, ::1 or localhost), not ${address}`);
  }
  const given = environment['PENCIL_BEND_PORT'] ?? '4173';
  const port = Number(given);
  if (!Number.isInteger(port) || port < 0 || port > 65535 || given.trim() === '') {
    throw new Error(`PENCIL_BEND_PORT must be a port from 0 to 65535, not ${given}`);
  }
  return {
    address,
    port,
    data: resolve(root, environment['PENCIL_BEND_DATA'] ?? 'data'),
    web: join(root, 'web/dist/web/browser'),
  };
}
