import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { PictureEntity, ProjectEntity, SnapshotEntity, StageEntity, StepEntity } from './entities';
import { Fifth1797000000000 } from './fifth.migration';
import { First1795000000000 } from './first.migration';
import { Fourth1796500000000 } from './fourth.migration';
import { Second1795500000000 } from './second.migration';
import { Third1796000000000 } from './third.migration';
import { inWordsOfSqlite } from './trouble';

/** Another program may hold the database for this long, in ms, before it is said: nothing else is answered meanwhile. */
const BUSY_MS = 500;

export const databaseFile = (folder: string): string => join(folder, 'pencil-bend.sqlite');

type Options = Partial<Extract<DataSourceOptions, { type: 'better-sqlite3' }>>;

/**
 * Opens the database in a folder, made and migrated as needed. Another database that TypeORM speaks to would be
 * configured in this file and nowhere else. Throws an error whose message says what is wrong with folder or file.
 */
export function openDatabase(folder: string): Promise<DataSource> {
  return opened(folder, () => {
    mkdirSync(folder, { recursive: true });
    return {
      migrations: [
        First1795000000000,
        Second1795500000000,
        Third1796000000000,
        Fourth1796500000000,
        Fifth1797000000000,
      ],
      migrationsRun: true,
      prepareDatabase: (database: { pragma(statement: string): unknown }) => {
        database.pragma('journal_mode = WAL');
        // A kept change survives a power cut: the log is flushed to the disk at every commit.
        database.pragma('synchronous = FULL');
        database.pragma('foreign_keys = ON');
      },
    };
  });
}

/** Opens the database that is there, and changes nothing in it. */
export const openToRead = (folder: string): Promise<DataSource> => opened(folder, () => ({ readonly: true }));

async function opened(folder: string, options: () => Options): Promise<DataSource> {
  const database = databaseFile(folder);
  let source: DataSource | null = null;
  try {
    source = new DataSource({
      type: 'better-sqlite3',
      database,
      entities: [ProjectEntity, StepEntity, SnapshotEntity, StageEntity, PictureEntity],
      synchronize: false,
      timeout: BUSY_MS,
      ...options(),
    });
    return await source.initialize();
  } catch (error) {
    if (source?.isInitialized) await source.destroy();
    throw new Error(`The database ${database} cannot be opened: ${inWordsOfSqlite(error)}.`, { cause: error });
  }
}
