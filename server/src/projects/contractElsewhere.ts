import 'reflect-metadata';
import '@pencil-bend/document/validators';
import { DataSource } from 'typeorm';
import { PGliteDriver } from 'typeorm-pglite';
import type { Dialect } from '../database/dataSource';
import { DatabaseLock } from '../database/databaseLock';
import { entitiesWith } from '../database/entities';
import { PROMISES } from './promises.fixture';
import { storeOver } from './storeOver';

// The promises of the store, over PostgreSQL in place of SQLite: another database is another data source and nothing else.
// It stands outside of Jest, whose modules cannot load PostgreSQL's.

const POSTGRES: Dialect = {
  begin: 'BEGIN',
  // Both are the time of the same statement, unless a transaction began before it (PostgreSQL documentation, 9.9.5).
  isInTransaction: async (source) => {
    const [{ open }] = await source.query<[{ open: boolean }]>(
      'SELECT transaction_timestamp() < statement_timestamp() AS "open"',
    );
    return open;
  },
};

let failures = 0;
const source = await new DataSource({
  type: 'postgres',
  driver: new PGliteDriver().driver,
  entities: entitiesWith('bytea'),
  synchronize: true,
}).initialize();
const store = async () => storeOver(await DatabaseLock.over(() => Promise.resolve(source), POSTGRES));
for (const { name, holds } of PROMISES) {
  await source.query('DELETE FROM "project"');
  try {
    await holds(await store(), store);
    console.log(`in PostgreSQL: ${name}`);
  } catch (error) {
    failures++;
    console.error(`in PostgreSQL, broken: ${name}`, error);
  }
}
await source.destroy();
if (failures > 0) process.exit(1);
console.log(`${PROMISES.length} promises are kept over another database`);
