import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { entitiesWith } from './entities';
import { TracedPictures } from './tracedPictures.migration';
import { FirstTables } from './firstTables.migration';
import { DrawingsOfFormat3 } from './drawingsOfFormat3.migration';
import { NamesAndTimes } from './namesAndTimes.migration';
import { DrawingsOfFormat4 } from './drawingsOfFormat4.migration';
import { DrawingsOfFormat5 } from './drawingsOfFormat5.migration';
import { PointSets } from './pointSets.migration';
import { BinAndStages } from './binAndStages.migration';
import { sqliteErrorInWords } from './sqliteErrors';
import { DrawingsOfFormat2 } from './drawingsOfFormat2.migration';

/** Another program may hold the database for this long, in ms, before it is said: nothing else is answered meanwhile. */
const BUSY_MS = 500;

export const databaseFile = (folder: string): string => join(folder, 'pencil-bend.sqlite');

type Options = Partial<Extract<DataSourceOptions, { type: 'better-sqlite3' }>>;

/** For writing: migrated as needed, and safe. */
const WRITING: Options = {
  migrations: [
    FirstTables,
    BinAndStages,
    DrawingsOfFormat2,
    DrawingsOfFormat3,
    TracedPictures,
    NamesAndTimes,
    DrawingsOfFormat4,
    DrawingsOfFormat5,
    PointSets,
  ],
  migrationsRun: true,
  prepareDatabase: (database: { pragma(statement: string): unknown }) => {
    database.pragma('journal_mode = WAL');
    // A kept change survives a power cut: the log is flushed to the disk at every commit.
    database.pragma('synchronous = FULL');
    database.pragma('foreign_keys = ON');
  },
};

/**
 * Opens the database in a folder, made and migrated as needed. Another database that TypeORM speaks to would be
 * configured in this file and nowhere else. Throws an error whose message says what is wrong with folder or file.
 */
export async function openDatabase(folder: string, driver?: unknown): Promise<DataSource> {
  const options = { ...WRITING, ...(driver !== undefined && { driver }) };
  const file = databaseFile(folder);
  return orInWords(file, async () => {
    mkdirSync(folder, { recursive: true });
    if (existsSync(file)) {
      refuseEmpty(file);
    } else {
      // SQLite would throw away, or take for its own, what was left of another file.
      if (existsSync(`${file}-wal`)) throw new Error(`it is missing, but ${file}-wal is there, which belongs to it`);
      await makeDatabase(folder, options);
    }
    return opened(file, options);
  });
}

/** Opens the database that is there, and changes nothing in it. */
export function openToRead(folder: string): Promise<DataSource> {
  const file = databaseFile(folder);
  return orInWords(file, () => {
    refuseEmpty(file);
    return opened(file, { readonly: true });
  });
}

/** What of transactions is a database's own. */
export interface Dialect {
  readonly begin: string;
  /** Whether a transaction is open on this connection: asked of the database, never counted. */
  readonly isInTransaction: (source: DataSource) => boolean | Promise<boolean>;
}

export const SQLITE: Dialect = {
  // Nobody else writes from its first statement on.
  begin: 'BEGIN IMMEDIATE',
  isInTransaction: ({ driver }) =>
    (driver as unknown as { databaseConnection: { inTransaction: boolean } }).databaseConnection.inTransaction,
};

/** Makes an empty database whole before it gets its name: so a file of 0 bytes of that name is never ours. */
async function makeDatabase(folder: string, options: Options): Promise<void> {
  const file = databaseFile(folder);
  const unfinished = `${file}.new`;
  for (const ending of ['', '-wal', '-shm']) rmSync(unfinished + ending, { force: true });
  await (await opened(unfinished, options)).destroy();
  renameSync(unfinished, file);
  const directory = openSync(folder, 'r');
  fsyncSync(directory);
  closeSync(directory);
}

function refuseEmpty(file: string): void {
  if (existsSync(file) && statSync(file).size === 0) {
    throw new Error(
      'the file is empty (0 bytes), so what it held is gone; put a copy of it back, or move the file away to begin anew',
    );
  }
}

async function opened(database: string, options: Options): Promise<DataSource> {
  const source = new DataSource({
    type: 'better-sqlite3',
    database,
    entities: entitiesWith('blob'),
    synchronize: false,
    timeout: BUSY_MS,
    ...options,
  });
  try {
    return await source.initialize();
  } catch (error) {
    if (source.isInitialized) await source.destroy();
    throw error;
  }
}

async function orInWords<T>(file: string, opening: () => Promise<T> | T): Promise<T> {
  try {
    return await opening();
  } catch (error) {
    throw new Error(`The database ${file} cannot be opened: ${sqliteErrorInWords(error)}.`, { cause: error });
  }
}
