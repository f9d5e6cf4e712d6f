import { isIP } from 'node:net';
import { join, resolve } from 'node:path';

/** Where the server listens, who may come in, and where it keeps its data. */
export interface Settings {
  readonly address: string;
  readonly port: number;
  /** What every visitor must bring; null on loopback, unless the operator set one. */
  readonly token: string | null;
  /** Names under which the server is reached, besides loopback names and bare addresses. */
  readonly hosts: readonly string[];
  /** Folder of the SQLite file. */
  readonly data: string;
  /** Folder of the built web application. */
  readonly web: string;
  /** What is written about requests. */
  readonly log: LogLevel;
}

/** From the quietest to the most talkative. */
const LOG_LEVELS = ['silent', 'error', 'warn', 'info', 'debug'] as const;
type LogLevel = (typeof LOG_LEVELS)[number];

const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

export const isLoopback = (address: string): boolean => LOOPBACK.has(address);

const SHORTEST_TOKEN = 16;

/**
 * Reads PENCIL_BEND_ADDRESS, PENCIL_BEND_PORT, PENCIL_BEND_TOKEN, PENCIL_BEND_HOSTS, PENCIL_BEND_DATA and
 * PENCIL_BEND_LOG. Throws for a port or a level that is none, a token that is easily guessed, and an address other than
 * loopback without a token.
 */
export function settingsFrom(environment: Readonly<Record<string, string | undefined>>, root: string): Settings {
  const address = environment['PENCIL_BEND_ADDRESS'] ?? '127.0.0.1';
  if (!isLoopback(address) && isIP(address) === 0) {
    throw new Error(`PENCIL_BEND_ADDRESS must be an IP address of this machine or localhost, not ${address}`);
  }
  const token = environment['PENCIL_BEND_TOKEN'] ?? null;
  if (token !== null && !/^[\w.~-]+$/.test(token)) {
    throw new Error('PENCIL_BEND_TOKEN may hold letters, digits and - . _ ~ only: it stands in an address');
  }
  if (token !== null && token.length < SHORTEST_TOKEN) {
    throw new Error(`PENCIL_BEND_TOKEN must have at least ${SHORTEST_TOKEN} characters`);
  }
  if (token === null && !isLoopback(address)) {
    throw new Error(
      `PENCIL_BEND_ADDRESS is ${address}, which others can reach: set PENCIL_BEND_TOKEN as well, so that only those ` +
        'who have it come in',
    );
  }
  const given = environment['PENCIL_BEND_PORT'] ?? '4173';
  const port = Number(given);
  if (!Number.isInteger(port) || port < 0 || port > 65535 || given.trim() === '') {
    throw new Error(`PENCIL_BEND_PORT must be a port from 0 to 65535, not ${given}`);
  }
  const level = environment['PENCIL_BEND_LOG'] ?? 'warn';
  const log = LOG_LEVELS.find((each) => each === level);
  if (!log) throw new Error(`PENCIL_BEND_LOG must be one of ${LOG_LEVELS.join(', ')}, not ${level}`);
  return {
    address,
    port,
    log,
    token,
    hosts: (environment['PENCIL_BEND_HOSTS'] ?? '').split(',').flatMap((host) => host.trim().toLowerCase() || []),
    data: resolve(root, environment['PENCIL_BEND_DATA'] ?? 'data'),
    web: join(root, 'web/dist/web/browser'),
  };
}
