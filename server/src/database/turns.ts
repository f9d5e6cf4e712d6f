import { Mutex } from 'async-mutex';
import type { DataSource, EntityManager } from 'typeorm';
import { failureOfSqlite } from './trouble';

/**
 * Work on the database, one at a time: TypeORM shares one SQLite connection, so transactions must not overlap, nor
 * reads see half of one. Trouble with the database becomes a `Failure` in words.
 */
export class Turns {
  private readonly turn = new Mutex();

  constructor(private readonly source: DataSource) {}

  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.take(() => work(this.source.manager));
  }

  /** In a transaction: `work` is done as a whole or not at all, and on the disk when this resolves. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.take(() => this.source.transaction(work));
  }

  /** Waits for what was begun, then closes the database. */
  close(): Promise<void> {
    return this.turn.runExclusive(() => this.source.destroy());
  }

  private async take<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await this.turn.runExclusive(work);
    } catch (error) {
      throw failureOfSqlite(error);
    }
  }
}
