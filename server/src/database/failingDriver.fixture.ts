import Database from 'better-sqlite3';

/** What goes wrong, as SQLite reports it (sqlite.org/rescode.html). */
export type Fault =
  /** The statement fails, and SQLite rolls the transaction back by itself (sqlite.org/lang_transaction.html, 4). */
  | {
      readonly code: 'SQLITE_FULL' | 'SQLITE_IOERR_WRITE' | 'SQLITE_NOMEM' | 'SQLITE_INTERRUPT';
      readonly rollsBack: true;
    }
  /** The statement fails and the transaction stays open, as a COMMIT does that another reader keeps waiting. */
  | { readonly code: 'SQLITE_BUSY' | 'SQLITE_IOERR_FSYNC'; readonly rollsBack: false }
  /** It was done; only the answer is an error. */
  | { readonly code: 'SQLITE_IOERR_UNLOCK'; readonly done: true };

/** Asked before each statement: what goes wrong with it; null for nothing. */
export type Faults = (sql: string) => Fault | null;

/** better-sqlite3 on a disk that fails when `faults` says so: for the option `driver` of a data source. */
export function failingDriver(faults: Faults): typeof Database {
  const failing = (connection: Database.Database, sql: string, really: () => unknown): unknown => {
    const fault = faults(sql);
    if (fault === null) return really();
    if ('done' in fault) really();
    else if (fault.rollsBack && connection.inTransaction) connection.exec('ROLLBACK');
    throw new Database.SqliteError(`injected into ${sql.slice(0, 40)}`, fault.code);
  };
  class FailingDatabase extends Database {
    override prepare(sql: string): never {
      const statement = super.prepare(sql);
      const wrapped = {
        reader: statement.reader,
        all: (...given: unknown[]) => failing(this, sql, () => statement.all(...given)),
        run: (...given: unknown[]) => failing(this, sql, () => statement.run(...given)),
      };
      return wrapped as never;
    }
  }
  return FailingDatabase as never;
}
