import { mkdirSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { emptyProject } from '@pencil-bend/document';
import { done, draw, TestServer } from '../testServer.fixture';
import { checkDatabase } from './check';
import { databaseFile, openDatabase, openToRead } from './dataSource';
import { failureOfSqlite } from './sqliteErrors';

let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.end());

const first = done(emptyProject('Kettle'), draw('one'));

describe('trouble with the database', () => {
  it('no room: the change is refused in words, earlier ones stand, and later ones are kept when there is room', async () => {
    const id = await server.create();
    await server.append(id, 0, [first.step]).expect(200);
    const [{ page_count: pages }] = await server.source.query('PRAGMA page_count');
    await server.source.query(`PRAGMA max_page_count = ${pages}`);
    const { project, step } = done(first.project, { command: 'renameProject', args: { name: 'Full' } });
    const large = { ...step, patch: [...step.patch, ...Array(3000).fill(step.patch[0])] };
    const { body } = await server.append(id, 1, [large]).expect(507);
    expect(body.title).toContain('no room left on the disk');
    expect((await server.opened(id)).project).toEqual(first.project);
    await server.source.query('PRAGMA max_page_count = 1000000');
    await server.append(id, 1, [large]).expect(200);
    await server.restart();
    expect((await server.opened(id)).project).toEqual(project);
    expect((await checkDatabase(server.source.manager)).wrong).toEqual([]);
  });

  it('locked by another program: said in words, and done when it is let go', async () => {
    const id = await server.create();
    const other = new Database(databaseFile(server.folder));
    other.exec('BEGIN IMMEDIATE');
    const { body } = await server.append(id, 0, [first.step]).expect(503);
    expect(body.title).toContain('another program holds the database');
    expect((await server.opened(id)).revision).toBe(0);
    other.exec('ROLLBACK');
    other.close();
    await server.append(id, 0, [first.step]).expect(200);
  });

  it('a damaged file, or none at all: the server does not start, says which file, and leaves it as it is', async () => {
    await server.create({ demo: 'kettle' });
    await server.source.destroy();
    const file = databaseFile(server.folder);
    truncateSync(file, readFileSync(file).length - 20_000);
    const truncated = readFileSync(file);
    await expect(openDatabase(server.folder)).rejects.toThrow(`${file} cannot be opened: the database file is damaged`);
    expect(readFileSync(file).equals(truncated)).toBe(true);
    writeFileSync(file, 'no database at all, just a text that is long enough'.repeat(50));
    await expect(openDatabase(server.folder)).rejects.toThrow('the database file is damaged');
  });

  it('a folder that is a file', async () => {
    const place = join(server.folder, 'place');
    writeFileSync(place, '');
    await expect(openDatabase(place)).rejects.toThrow('cannot be opened: the data folder is a file.');
    await expect(openDatabase(join(place, 'data'))).rejects.toThrow('a part of the path to the data folder is a file.');
    mkdirSync(join(server.folder, 'other', 'pencil-bend.sqlite'), { recursive: true });
    await expect(openDatabase(join(server.folder, 'other'))).rejects.toThrow('the data folder cannot be written to');
  });

  it('an empty file where a database was is not taken for a new one', async () => {
    await server.create();
    await server.source.destroy();
    const file = databaseFile(server.folder);
    truncateSync(file, 0);
    for (const open of [openDatabase, openToRead]) {
      await expect(async () => open(server.folder)).rejects.toThrow(
        'the file is empty (0 bytes), so what it held is gone',
      );
    }
    expect(readFileSync(file)).toHaveLength(0);
  });

  it('a log without its database is not taken for that of a new one', async () => {
    await server.create();
    const file = databaseFile(server.folder);
    const log = readFileSync(`${file}-wal`);
    await server.source.destroy();
    rmSync(file);
    writeFileSync(`${file}-wal`, log);
    await expect(openDatabase(server.folder)).rejects.toThrow(`${file}-wal is there, which belongs to it`);
    expect(readFileSync(`${file}-wal`).equals(log)).toBe(true);
  });

  it('an unfinished database of a start that was cut short is made anew', async () => {
    const folder = join(server.folder, 'cut-short');
    mkdirSync(folder);
    writeFileSync(`${databaseFile(folder)}.new`, 'half of a');
    await (await openDatabase(folder)).destroy();
    expect(readdirSync(folder)).toEqual(['pencil-bend.sqlite']);
  });

  it('says nothing of safety where the file is damaged', () => {
    const saying = (code: string) => (failureOfSqlite({ code }) as Error).message;
    expect(saying('SQLITE_CORRUPT')).toBe(
      'This cannot be done now: the database file is damaged; keep a copy of the whole data folder before anything else is tried',
    );
    expect(saying('SQLITE_IOERR_READ')).toContain('the disk cannot be read or written. What was kept before is safe');
  });
});
