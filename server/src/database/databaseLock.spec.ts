import Database from 'better-sqlite3';
import { emptyProject, type Project, type Step } from '@pencil-bend/document';
import { randomly } from '../../../document/src/fixture';
import { done, draw, TestServer } from '../testServer.fixture';
import { checkDatabase } from './check';
import { databaseFile } from './dataSource';
import type { Fault } from './failingDriver.fixture';

let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.end());

const FULL: Fault = { code: 'SQLITE_FULL', rollsBack: true };
const BUSY: Fault = { code: 'SQLITE_BUSY', rollsBack: false };
const FAULTS: readonly Fault[] = [
  FULL,
  { code: 'SQLITE_IOERR_WRITE', rollsBack: true },
  { code: 'SQLITE_NOMEM', rollsBack: true },
  { code: 'SQLITE_INTERRUPT', rollsBack: true },
  BUSY,
  { code: 'SQLITE_IOERR_FSYNC', rollsBack: false },
  { code: 'SQLITE_IOERR_UNLOCK', done: true },
];

/** The steps that a kill would leave: what another connection sees while that of the server is open. */
function kept(id: string): string[] {
  const other = new Database(databaseFile(server.folder), { readonly: true });
  const rows = other.prepare('SELECT "id" FROM "step" WHERE "projectId" = ? ORDER BY "revision"').all(id);
  other.close();
  return (rows as { id: string }[]).map((row) => row.id);
}

/** Draws one curve more. */
class Drawer {
  project: Project = emptyProject('Kettle');
  private serial = 0;

  next(): { project: Project; step: Step } {
    return done(this.project, draw(`c${this.serial++}`, this.serial));
  }
}

async function withFaults(): Promise<{ faults: { next: ((sql: string) => Fault | null) | null }; id: string }> {
  const faults: { next: ((sql: string) => Fault | null) | null } = { next: null };
  server.faults = (sql) => faults.next?.(sql) ?? null;
  await server.restart();
  return { faults, id: await server.create() };
}

describe('after an error that ended the transaction', () => {
  it('a second refused change does not make the server answer 200 to what it does not keep', async () => {
    const { faults, id } = await withFaults();
    const drawer = new Drawer();
    const { step, project } = drawer.next();
    faults.next = (sql) => (sql.startsWith('INSERT INTO "step"') ? FULL : null);
    await server.append(id, 0, [step]).expect(507);
    faults.next = null;
    await server.append(id, 5, [step]).expect(412);
    await server.append(id, 0, [step]).expect(200, { revision: 1 });
    await server.append(id, 1, [done(project, draw('more')).step]).expect(200, { revision: 2 });
    expect(kept(id)).toHaveLength(2);
  });

  it.each(FAULTS)('%p, met by any statement of a write: said in words, and the next write is kept', async (fault) => {
    const { faults, id } = await withFaults();
    const { step } = new Drawer().next();
    for (const part of ['BEGIN', 'SELECT', 'INSERT INTO "step"', 'UPDATE', 'COMMIT']) {
      faults.next = (sql) => (sql.startsWith(part) ? fault : null);
      const { body, status } = await server.append(id, 0, [step]);
      expect([part, status]).toEqual([part, expect.any(Number)]);
      expect(status).toBeGreaterThanOrEqual(500);
      expect(body.title).toMatch(/This cannot be done now: .*\. What was kept before is safe/);
      faults.next = null;
    }
    await server.append(id, 0, [step]).expect(200, { revision: 1 });
    expect(kept(id)).toEqual([step.id]);
  });

  it('where not even the rollback is done, the connection is given up and another one opened', async () => {
    const { faults, id } = await withFaults();
    const { step } = new Drawer().next();
    const before = server.source;
    faults.next = (sql) => (/^(COMMIT|ROLLBACK)/.test(sql) ? BUSY : null);
    await server.append(id, 0, [step]).expect(503);
    faults.next = null;
    await server.append(id, 0, [step]).expect(200, { revision: 1 });
    expect(server.source).not.toBe(before);
    expect(before.isInitialized).toBe(false);
    expect(kept(id)).toEqual([step.id]);
  });

  it('where the database cannot even be opened again that is said, until it can', async () => {
    const { faults, id } = await withFaults();
    const { step } = new Drawer().next();
    faults.next = () => BUSY;
    for (let i = 0; i < 3; i++) {
      const { body } = await server.append(id, 0, [step]).expect(503);
      expect(body.title).toContain('another program holds the database');
    }
    faults.next = null;
    await server.append(id, 0, [step]).expect(200, { revision: 1 });
    expect(kept(id)).toEqual([step.id]);
  });
});

it('of 1,000 steps through randomly failing statements, kills and restarts every acknowledged one is there', async () => {
  const { below, oneOf } = randomly(20261128);
  const { faults, id } = await withFaults();
  const drawer = new Drawer();
  const acknowledged: string[] = [];
  let failures = 0;
  let kills = 0;
  const other = await server.create();
  while (acknowledged.length < 1000) {
    const { step, project } = drawer.next();
    for (;;) {
      faults.next = () => (below(100) < 6 ? oneOf(FAULTS) : null);
      const { status } = await server.append(id, acknowledged.length, [step]);
      faults.next = null;
      if (status === 200) break;
      failures++;
      expect(status).toBeGreaterThanOrEqual(500);
      // Something else is refused in between, as another window's change that came too late.
      if (below(10) < 3) await server.append(other, 7, [step]).expect(412);
    }
    acknowledged.push(step.id);
    // Few curves, so that a thousand of them do not make a large drawing.
    drawer.project = acknowledged.length % 40 === 0 ? await emptied(id, project, acknowledged) : project;
    if (below(100) < 2) {
      kills++;
      expect(kept(id)).toEqual(acknowledged);
      await server.restart();
    }
  }
  await server.restart();
  expect(kept(id)).toEqual(acknowledged);
  expect((await server.opened(id)).project).toEqual(drawer.project);
  expect((await checkDatabase(server.source.manager)).wrong).toEqual([]);
  expect(failures).toBeGreaterThan(200);
  expect(kills).toBeGreaterThan(10);
});

async function emptied(id: string, project: Project, acknowledged: string[]): Promise<Project> {
  const all = done(project, { command: 'deleteItems', args: { items: [...project.itemOrder] } });
  await server.append(id, acknowledged.length, [all.step]).expect(200);
  acknowledged.push(all.step.id);
  return all.project;
}
