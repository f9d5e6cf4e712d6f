import { execFileSync } from 'node:child_process';
import { mkdtempSync, openSync, writeSync } from 'node:fs';
import { constants, tmpdir } from 'node:os';
import { join } from 'node:path';
import { chance } from '../chance';
import { OwnServer } from '../server';
import { expect, progress, testAlone as test } from '../test';

/** A disk whose writes fail as it is told: the library of failingDisk.c, preloaded into a server. */
class FailingDisk {
  private readonly folder = mkdtempSync(join(tmpdir(), 'pencil-bend-disk-'));
  private readonly control = openSync(join(this.folder, 'control'), 'w+');
  readonly environment: Readonly<Record<string, string>>;

  constructor() {
    const library = join(this.folder, 'failingDisk.so');
    execFileSync(process.env['CC'] ?? 'cc', ['-shared', '-fPIC', '-O1', '-o', library, 'failingDisk.c', '-ldl']);
    this.fail(0, 0);
    this.environment = { LD_PRELOAD: library, FAILING_DISK: join(this.folder, 'control') };
  }

  /** From now on so many writes in 1,000 fail with this error of the system. */
  fail(perMille: number, errno: number): void {
    writeSync(this.control, new Uint8Array(new Int32Array([perMille, errno]).buffer), 0, 8, 0);
  }
}

const { ENOSPC, EIO } = constants.errno;
const disk = new FailingDisk();
const server = await OwnServer.make(disk.environment);

const stepAt = (serial: number) => ({
  id: `step-${String(serial).padStart(8, '0')}`,
  kind: 'do',
  of: null,
  name: `Rename the project to ${serial}`,
  at: '2026-11-28T12:00:00.000Z',
  patch: [{ op: 'replace', path: '/name', value: `Kettle ${serial}` }],
  inverse: [{ op: 'replace', path: '/name', value: serial === 1 ? 'Kettle' : `Kettle ${serial - 1}` }],
});

async function send(method: string, path: string, body: unknown, headers = {}): Promise<Response> {
  return fetch(`${server.address}/api/projects${path}`, {
    method,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
}

test('2,000 steps on a disk that fails at random, with kills: what was acknowledged is there, and nothing else', async () => {
  const progressed = progress();
  await server.start();
  const made = (await (await send('POST', '', { name: 'Kettle' })).json()) as { id: string };
  const append = (revision: number, serial: number) =>
    send('POST', `/${made.id}/steps`, { steps: [stepAt(serial)] }, { 'If-Match': `"${revision}"` });
  const below = chance(20261128);
  const found = { failures: 0, tooLate: 0, kills: 0 };
  let acknowledged = 0;
  while (acknowledged < 2000) {
    disk.fail(below(2) === 0 ? 25 : 400, below(2) === 0 ? ENOSPC : EIO);
    const { status } = await append(acknowledged, acknowledged + 1);
    disk.fail(0, 0);
    progressed();
    if (status === 200) acknowledged++;
    else {
      expect(status).toBeGreaterThanOrEqual(500);
      found.failures++;
      if (below(5) === 0) {
        expect((await append(acknowledged + 7, acknowledged + 1)).status).toBe(412);
        found.tooLate++;
      }
    }
    if (below(200) === 0) {
      await server.end(below(2) === 0 ? 'SIGKILL' : 'SIGTERM');
      await server.start();
      found.kills++;
    }
  }
  await server.end('SIGKILL');
  await server.start();
  const opened = (await (await fetch(`${server.address}/api/projects/${made.id}`)).json()) as {
    revision: number;
    project: { name: string };
  };
  expect(opened).toMatchObject({ revision: 2000, project: { name: 'Kettle 2000' } });
  expect(await server.end('SIGTERM')).toBe(0);
  const { code, words } = await server.check();
  expect(words).toContain('All is well');
  expect(code).toBe(0);
  // It was put to the test: the disk did fail.
  expect(found.failures).toBeGreaterThan(300);
  expect(found.tooLate).toBeGreaterThan(30);
  expect(found.kills).toBeGreaterThan(5);
});
