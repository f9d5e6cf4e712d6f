import { Failure } from '../projects/failure';

interface Advice {
  readonly status: number;
  readonly message: string;
}

const SAFE = 'What was kept before is safe';

const DAMAGED: Advice = {
  status: 500,
  message: 'the database file is damaged; keep a copy of the whole data folder before anything else is tried',
};
const IN_USE: Advice = { status: 503, message: 'another program holds the database' };
const NO_ROOM: Advice = { status: 507, message: 'there is no room left on the disk' };
const NO_MEMORY: Advice = { status: 507, message: 'there is not enough memory' };
const READ_ONLY: Advice = { status: 507, message: 'the data folder cannot be written to' };
const UNREADABLE: Advice = { status: 500, message: 'the disk cannot be read or written' };
const CUT_SHORT: Advice = { status: 503, message: 'the work on the database was cut short' };

/** SQLite's primary result codes (sqlite.org/rescode.html) and the system's, as far as there is advice for them. */
const KNOWN: Readonly<Record<string, Advice>> = {
  SQLITE_BUSY: IN_USE,
  SQLITE_LOCKED: IN_USE,
  SQLITE_FULL: NO_ROOM,
  SQLITE_NOMEM: NO_MEMORY,
  SQLITE_READONLY: READ_ONLY,
  SQLITE_CANTOPEN: READ_ONLY,
  SQLITE_PERM: READ_ONLY,
  SQLITE_IOERR: UNREADABLE,
  SQLITE_INTERRUPT: CUT_SHORT,
  SQLITE_CORRUPT: DAMAGED,
  SQLITE_NOTADB: DAMAGED,
  EACCES: READ_ONLY,
  EPERM: READ_ONLY,
  EROFS: READ_ONLY,
  ENOSPC: NO_ROOM,
  EEXIST: { status: 500, message: 'the data folder is a file' },
  ENOTDIR: { status: 500, message: 'a part of the path to the data folder is a file' },
};

function adviceOn(error: unknown): Advice | null {
  const { code, driverError, cause } = error as { code?: unknown; driverError?: { code?: unknown }; cause?: unknown };
  const given = String(driverError?.code ?? code);
  // Extended codes begin with the primary one: SQLITE_IOERR_WRITE.
  const primary = given.startsWith('SQLITE_') ? given.split('_').slice(0, 2).join('_') : given;
  return KNOWN[primary] ?? (cause instanceof Error ? adviceOn(cause) : null);
}

/** What is wrong with the database, in words for its operator. */
export const sqliteErrorInWords = (error: unknown): string =>
  adviceOn(error)?.message ?? (error instanceof Error ? error.message : String(error));

/** The answer to a request that met an error of the database; any other error is given back as it is. */
export function failureOfSqlite(error: unknown): unknown {
  const advice = error instanceof Failure ? null : adviceOn(error);
  if (!advice) return error;
  const { status, message } = advice;
  return new Failure(status, `This cannot be done now: ${message}${advice === DAMAGED ? '' : `. ${SAFE}`}`);
}
