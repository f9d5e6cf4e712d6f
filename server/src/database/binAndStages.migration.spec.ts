import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyProject, titleOf } from '@pencil-bend/document';
import { DataSource } from 'typeorm';
import { ProjectStore } from '../projects/store';
import { done, draw } from '../testServer.fixture';
import { checkDatabase } from './check';
import { databaseFile, openDatabase } from './dataSource';
import { FirstTables } from './firstTables.migration';
import { DatabaseLock } from './databaseLock';

it('takes over a database of the first version: nothing is lost, and the list counts what the log leads to', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-'));
  const database = databaseFile(folder);
  const old = await new DataSource({ type: 'better-sqlite3', database, migrations: [FirstTables] }).initialize();
  await old.runMigrations();
  const { project, step } = done(emptyProject('Kettle'), draw('one'));
  // As the first version of the format has it: no grid of its own.
  const { grid: _grid, ...rest } = emptyProject('Kettle');
  const firstVersion = { ...rest, version: 1 };
  const now = '2026-11-23T12:00:00.000Z';
  await old.query('INSERT INTO "project" VALUES (?, ?, ?, ?, ?, ?)', ['k', 'Kettle', 1, now, now, '{"camera":null}']);
  await old.query('INSERT INTO "snapshot" VALUES (?, ?, ?)', ['k', 0, JSON.stringify(firstVersion)]);
  const texts = [JSON.stringify(step.patch), JSON.stringify(step.inverse)];
  await old.query('INSERT INTO "step" VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)', [
    'k',
    1,
    step.id,
    'do',
    null,
    titleOf(step.title),
    now,
    ...texts,
  ]);
  await old.destroy();

  const source = await openDatabase(folder);
  const store = new ProjectStore(await DatabaseLock.over(() => Promise.resolve(source)));
  expect(await store.list()).toMatchObject([{ id: 'k', name: 'Kettle', revision: 1, items: 1, deletedAt: null }]);
  expect(await store.open('k')).toMatchObject({
    project,
    view: { camera: null },
    history: { undo: { steps: [{ ...step, title: { command: 'earlier', text: 'Draw Curve 1' }, time: now }] } },
  });
  expect((await checkDatabase(source.manager)).wrong).toEqual([]);
  await source.destroy();
  rmSync(folder, { recursive: true });
});
