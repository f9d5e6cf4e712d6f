import { createServer } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { openDatabase } from './database/dataSource';
import { kettle } from './demo/kettle';
import { makeApp } from './http/app';
import { ProjectStore } from './projects/store';
import { settingsFrom } from './settings';

/** The repository's folder, from the server's bundle in server/dist. */
const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

const log = pino({ level: process.env['PENCIL_BEND_LOG'] ?? 'warn' });

/** Starts the server; with `--demo` an empty database gets the demo project first. */
async function main(): Promise<void> {
  const settings = settingsFrom(process.env, root);
  const source = await openDatabase(settings.data);
  const store = new ProjectStore(source);
  if (process.argv.includes('--demo') && (await store.list()).length === 0) await store.create(kettle());

  const server = createServer(makeApp(store, settings.web, log));
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
  });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Requests that were begun are answered first.
    server.close(() => void source.destroy().then(() => process.exit(0)));
    server.closeIdleConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
