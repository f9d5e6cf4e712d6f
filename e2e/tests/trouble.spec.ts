import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { freePort } from '../freePort';
import { checked, OwnServer } from '../server';

/** Starts the server on a data folder and waits for its end; `uid` is whom it runs as. */
function ended(data: string, uid?: number, environment = {}): Promise<{ code: number | null; words: string }> {
  const child = spawn('node', ['../server/dist/main.js', '--demo'], {
    env: { ...process.env, PENCIL_BEND_PORT: '0', PENCIL_BEND_DATA: data, ...environment },
    uid,
  });
  let words = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (words += text.toString()));
  return new Promise((resolve) => child.once('exit', (code) => resolve({ code, words })));
}

test('a data folder that cannot be written to: said in words, and the server ends', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-read-only-'));
  const data = join(folder, 'data');
  mkdirSync(data);
  chmodSync(folder, 0o755);
  chmodSync(data, 0o555);
  // The system's administrator may write everywhere, so the server runs as nobody.
  const { code, words } = await ended(data, process.getuid?.() === 0 ? 65534 : undefined);
  expect(words).toContain(`${data}/pencil-bend.sqlite cannot be opened: the data folder cannot be written to.`);
  expect(words).not.toContain('    at ');
  expect(code).toBe(1);
});

test('a truncated database file: the server does not start, says so, and leaves what is there', async () => {
  const server = await OwnServer.make();
  await server.start('--demo');
  await server.end('SIGTERM');
  const file = join(server.data, 'pencil-bend.sqlite');
  const { size } = statSync(file);
  truncateSync(file, size - 8192);
  const { code, words } = await ended(server.data);
  expect(words).toContain('the database file is damaged; keep a copy of the whole data folder');
  expect(code).toBe(1);
  expect(statSync(file).size).toBe(size - 8192);
  const checked = await server.check();
  expect(checked.code).toBe(1);
  expect(checked.words).toContain('damaged');
  rmSync(server.data, { recursive: true });
});

test('an address that others reach needs a token', async () => {
  const wide = { PENCIL_BEND_ADDRESS: '0.0.0.0' };
  const { code, words } = await ended(mkdtempSync(join(tmpdir(), 'pencil-bend-data-')), undefined, wide);
  expect(words).toContain('set PENCIL_BEND_TOKEN as well');
  expect(code).toBe(1);
});

test('two servers on one port: the second says which variable to set', async () => {
  const server = await OwnServer.make();
  await server.start();
  const environment = { PENCIL_BEND_PORT: String(server.port) };
  const { code, words } = await ended(mkdtempSync(join(tmpdir(), 'pencil-bend-data-')), undefined, environment);
  await server.end();
  expect(words).toContain(`Port ${server.port} is taken. Set PENCIL_BEND_PORT`);
  expect(code).toBe(1);
});

for (const [what, program, ...args] of [
  ['npm run demo', 'npm', 'run', 'demo'],
  ['its script', 'node', '../scripts/demo.mjs'],
]) {
  test(`the end of ${what} is that of the server: the port is free at once`, async () => {
    const port = await freePort();
    const data = mkdtempSync(join(tmpdir(), 'pencil-bend-data-'));
    const child = spawn(program, args, {
      cwd: program === 'npm' ? '..' : '.',
      env: { ...process.env, PENCIL_BEND_PORT: String(port), PENCIL_BEND_DATA: data },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise<void>((resolve) =>
      child.stdout?.on('data', (text: Buffer) => text.toString().includes('Pencil Bend is at') && resolve()),
    );
    const health = () => fetch(`http://127.0.0.1:${port}/api/health`).then(({ ok }) => ok, () => false); // prettier-ignore
    expect(await health()).toBe(true);
    child.kill('SIGTERM');
    await expect.poll(health).toBe(false);
    // Stopped in its own time: nothing of the log is left that SQLite would have to recover.
    await expect.poll(() => readdirSync(data)).toEqual(['pencil-bend.sqlite']);
    expect((await checked(data)).words).toContain('All is well');
  });
}

test('an empty database file is not taken for a new one; a bad setting is said without a trace of the program', async () => {
  const data = mkdtempSync(join(tmpdir(), 'pencil-bend-data-'));
  writeFileSync(join(data, 'pencil-bend.sqlite'), '');
  const empty = await ended(data);
  expect(empty.words).toContain('the file is empty (0 bytes)');
  const loud = await ended(data, undefined, { PENCIL_BEND_LOG: 'loud' });
  expect(loud.words).toContain('PENCIL_BEND_LOG must be one of silent, error, warn, info, debug, not loud');
  const file = await ended(join(data, 'pencil-bend.sqlite'));
  expect(file.words).toContain('the data folder is a file');
  for (const { code, words } of [empty, loud, file]) {
    expect(words).not.toContain('    at ');
    expect(code).toBe(1);
  }
});
