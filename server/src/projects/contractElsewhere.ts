import 'reflect-metadata';
import '@pencil-bend/document/steps';
import { DataSource, QueryFailedError } from 'typeorm';
import { PGliteDriver } from 'typeorm-pglite';
import type { Dialect } from '../database/dataSource';
import { DatabaseLock } from '../database/databaseLock';
import { entitiesWith } from '../database/entities';
import { PROMISES } from './promises.fixture';
import { storeOver } from './storeOver';

// The promises of the store, over PostgreSQL in place of SQLite: another database is another data source and nothing else.
// It stands outside of Jest, whose modules cannot load PostgreSQL's.

/** no_active_sql_transaction (PostgreSQL documentation, appendix A). */
const NO_TRANSACTION = '25P01';

const POSTGRES: Dialect = {
  begin: 'BEGIN',
  // A savepoint is refused where there is no transaction. Times of transaction and statement would not tell: a statement
  // that comes in several messages may begin later than the transaction of its own.
  isInTransaction: async (source) => {
    try {
      await source.query('SAVEPOINT "probe"');
      await source.query('RELEASE SAVEPOINT "probe"');
      return true;
    } catch (error) {
      return !(error instanceof QueryFailedError && (error.driverError as { code?: string }).code === NO_TRANSACTION);
    }
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
