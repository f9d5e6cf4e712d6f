import { Mutex } from 'async-mutex';
import type { DataSource, EntityManager } from 'typeorm';
import { type Dialect, SQLITE } from './dataSource';
import { failureOfSqlite } from './sqliteErrors';

/**
 * Work on the database, one at a time: TypeORM shares one SQLite connection, so transactions must not overlap, nor
 * reads see half of one. What SQLite cannot do becomes a `Failure` in words.
 *
 * Whether a transaction is open is asked of SQLite, which ends it by itself after some errors (sqlite.org,
 * lang_transaction, 'Response To Errors Within A Transaction'), and never counted. Work in a transaction uses insert,
 * update, delete and queries of TypeORM: what begins transactions of its own, as `save` does, has no place in it.
 */
export class DatabaseLock {
  private readonly mutex = new Mutex();

  private constructor(
    private readonly open: () => Promise<DataSource>,
    /** Null after a connection was given up: the next one who needs it opens another. */
    private connection: DataSource | null,
    private readonly dialect: Dialect,
  ) {}

  static async over(open: () => Promise<DataSource>, dialect: Dialect = SQLITE): Promise<DatabaseLock> {
    return new DatabaseLock(open, await open(), dialect);
  }

  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.take(({ manager }) => work(manager));
  }

  /** In a transaction: `work` is done as a whole or not at all, and on the disk when this resolves. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.take(async (source) => {
      await source.query(this.dialect.begin);
      const result = await work(source.manager);
      // Fails where an error that `work` survived has ended the transaction.
      await source.query('COMMIT');
      return result;
    });
  }

  /** Waits for what was begun, then closes the database. */
  close(): Promise<void> {
    return this.mutex.runExclusive(() => this.connection?.destroy());
  }

  private async take<T>(work: (source: DataSource) => Promise<T>): Promise<T> {
    try {
      return await this.mutex.runExclusive(async () => {
        const source = (this.connection ??= await this.open());
        try {
          const result = await work(source);
          if (await this.dialect.isInTransaction(source)) throw new Error('The work left its transaction open');
          return result;
        } catch (error) {
          await this.leaveTransaction(source);
          throw error;
        }
      });
    } catch (error) {
      throw failureOfSqlite(error);
    }
  }

  /** After a failure: outside of any transaction, for certain, or with another connection. */
  private async leaveTransaction(source: DataSource): Promise<void> {
    if (!(await this.dialect.isInTransaction(source))) return;
    await source.query('ROLLBACK').catch(() => undefined);
    if (!(await this.dialect.isInTransaction(source))) return;
    this.connection = null;
    // Closing rolls back too; what cannot even be closed is not used again.
    await source.destroy().catch(() => undefined);
  }
}
