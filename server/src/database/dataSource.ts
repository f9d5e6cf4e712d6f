import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { ProjectEntity, SnapshotEntity, StepEntity } from './entities';
import { First1795000000000 } from './first.migration';

/**
 * Opens the database in a folder, made and migrated as needed. Another database that TypeORM speaks to would be
 * configured here and nowhere else.
 */
export async function openDatabase(folder: string): Promise<DataSource> {
  mkdirSync(folder, { recursive: true });
  const source = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'pencil-bend.sqlite'),
    entities: [ProjectEntity, StepEntity, SnapshotEntity],
    migrations: [First1795000000000],
    migrationsRun: true,
    synchronize: false,
    prepareDatabase: (database: { pragma(statement: string): unknown }) => {
      database.pragma('journal_mode = WAL');
      // A kept change survives a power cut: the log is flushed to the disk at every commit.
      database.pragma('synchronous = FULL');
      database.pragma('foreign_keys = ON');
    },
  });
  return source.initialize();
}
