import { Failure } from '../projects/failure';

interface Trouble {
  readonly status: number;
  readonly words: string;
}

const DAMAGED: Trouble = {
  status: 500,
  words: 'the database file is damaged; keep a copy of the whole data folder before anything else is tried',
};
const IN_USE: Trouble = { status: 503, words: 'another program holds the database' };
const NO_ROOM: Trouble = { status: 507, words: 'there is no room left on the disk' };
const READ_ONLY: Trouble = { status: 507, words: 'the data folder cannot be written to' };
const UNREADABLE: Trouble = { status: 500, words: 'the disk cannot be read or written' };

/** SQLite's primary result codes (sqlite.org/rescode.html) and the system's, as far as there is advice for them. */
const KNOWN: Readonly<Record<string, Trouble>> = {
  SQLITE_BUSY: IN_USE,
  SQLITE_LOCKED: IN_USE,
  SQLITE_FULL: NO_ROOM,
  SQLITE_READONLY: READ_ONLY,
  SQLITE_CANTOPEN: READ_ONLY,
  SQLITE_PERM: READ_ONLY,
  SQLITE_IOERR: UNREADABLE,
  SQLITE_CORRUPT: DAMAGED,
  SQLITE_NOTADB: DAMAGED,
  EACCES: READ_ONLY,
  EPERM: READ_ONLY,
  EROFS: READ_ONLY,
  ENOSPC: NO_ROOM,
};

function troubleOf(error: unknown): Trouble | null {
  const { code, driverError } = error as { code?: unknown; driverError?: { code?: unknown } };
  const given = String(driverError?.code ?? code);
  // Extended codes begin with the primary one: SQLITE_IOERR_WRITE.
  const primary = given.startsWith('SQLITE_') ? given.split('_').slice(0, 2).join('_') : given;
  return KNOWN[primary] ?? null;
}

/** What is wrong with the database, in words for its operator. */
export const inWordsOfSqlite = (error: unknown): string =>
  troubleOf(error)?.words ?? (error instanceof Error ? error.message : String(error));

/** The answer to a request that met trouble with the database; any other error is given back as it is. */
export function failureOfSqlite(error: unknown): unknown {
  const trouble = error instanceof Failure ? null : troubleOf(error);
  if (!trouble) return error;
  const { status, words } = trouble;
  return new Failure(status, `This cannot be done now: ${words}. What was kept before is safe`);
}
