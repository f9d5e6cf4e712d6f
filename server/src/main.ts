import '@pencil-bend/document/steps';
import { createServer, type Server } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { openDatabase } from './database/dataSource';
import { DatabaseLock } from './database/databaseLock';
import { createDemo, type DemoName, DEMOS } from './demo/demos';
import { makeApp } from './http/app';
import { storeOver } from './projects/storeOver';
import { settingsFrom } from './settings';

/** The repository's folder, from the server's bundle in server/dist. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

const BIN_LOOKED_AT_MS = 12 * 3600 * 1000;
/**
 * A connection stays open so long after an answer: where it is closed just when the next request comes on it, whoever
 * sent that sees an error. The five seconds of Node are about what lies between two changes to a drawing.
 */
const KEEP_OPEN_MS = 65_000;
/** Longest time that an answer which was begun may take when the server stops. */
const LAST_ANSWERS_MS = 10_000;

/** Starts the server; with `--demo` an empty database gets the projects of the demo first. */
async function main(): Promise<void> {
  const settings = settingsFrom(process.env, root);
  const log = pino({ level: settings.log, base: null });
  const database = await DatabaseLock.over(() => openDatabase(settings.data));
  const store = storeOver(database);
  const { projects } = store;
  // The first writing of all: a folder that can only be read shows here, with its name.
  await projects.emptyBin(new Date()).catch((error: Error) => {
    throw new Error(`${settings.data}: ${error.message}.`, { cause: error });
  });
  setInterval(
    () => projects.emptyBin(new Date()).catch((error: unknown) => log.error(error)),
    BIN_LOOKED_AT_MS,
  ).unref();
  if (process.argv.includes('--demo') && (await projects.list()).length === 0) {
    // The last one made is the first on the page of projects.
    for (const name of (Object.keys(DEMOS) as DemoName[]).reverse()) await createDemo(projects, name);
  }

  const server = createServer({ keepAliveTimeout: KEEP_OPEN_MS }, makeApp({ ...store, settings, log }));
  server.on('error', (error: NodeJS.ErrnoException) => {
    const taken = error.code === 'EADDRINUSE';
    console.error(
      taken
        ? `Port ${settings.port} is taken. Set PENCIL_BEND_PORT to another one, or end the program that has it.`
        : `The server cannot listen: ${error.message}`,
    );
    process.exit(1);
  });
  server.listen(settings.port, settings.address, () => {
    const bound = server.address();
    const port = typeof bound === 'object' && bound ? bound.port : settings.port;
    const host = settings.address.includes(':') ? `[${settings.address}]` : settings.address;
    console.log(`Pencil Bend is at http://${host}:${port}/`);
    if (settings.token) console.log('A browser is asked for the token you set at its first visit.');
  });
  stopGracefully(server, database, log);
}

/** On SIGINT and SIGTERM: takes no new requests, answers those that were begun, closes the database, and ends. */
function stopGracefully(server: Server, database: DatabaseLock, log: pino.Logger): void {
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(() => {
      database.close().then(
        () => process.exit(0),
        (error: unknown) => {
          log.error(error);
          process.exit(1);
        },
      );
    });
    // A browser keeps its connections open after the last answer.
    setInterval(() => server.closeIdleConnections(), 50).unref();
    setTimeout(() => server.closeAllConnections(), LAST_ANSWERS_MS).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
