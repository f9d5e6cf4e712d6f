import { withCleanNames } from '@pencil-bend/document';
import type { MigrationInterface, QueryRunner } from 'typeorm';

interface Row {
  readonly rowid: number;
  readonly projectId?: string;
  readonly at?: string;
  readonly [column: string]: unknown;
}

/** Columns that hold names: as text, and within JSON. */
const TABLES = [
  { table: 'project', texts: ['name'], json: [] },
  { table: 'stage', texts: ['name'], json: [] },
  { table: 'snapshot', texts: [], json: ['project'] },
  { table: 'step', texts: ['name'], json: ['patch', 'inverse'] },
] as const;

const ROWS_AT_ONCE = 500;

/**
 * Names and times that were taken before there was a rule for them, everywhere in the same way: so the log still leads
 * to its snapshots. A time that is none becomes that of the project's making.
 */
export class NamesAndTimes implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'NamesAndTimes1798000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const { table, texts, json } of TABLES) {
      for (let last = 0; ;) {
        const rows: Row[] = await runner.query(
          `SELECT rowid, * FROM "${table}" WHERE rowid > ? ORDER BY rowid LIMIT ${ROWS_AT_ONCE}`,
          [last],
        );
        for (const row of rows) await mend(runner, table, row, texts, json);
        if (rows.length < ROWS_AT_ONCE) break;
        last = rows[rows.length - 1].rowid;
      }
    }
  }

  /** Mended names and times were valid before there was a rule, too: nothing to take back. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.resolve();
  }
}

async function mend(
  runner: QueryRunner,
  table: string,
  row: Row,
  texts: readonly string[],
  json: readonly string[],
): Promise<void> {
  const mended: Record<string, unknown> = {};
  for (const column of texts) mended[column] = withCleanNames({ name: row[column] }).name;
  for (const column of json) mended[column] = JSON.stringify(withCleanNames(JSON.parse(row[column] as string)));
  if (row.at !== undefined && !Number.isFinite(Date.parse(row.at))) {
    const [project]: { createdAt: string }[] = await runner.query('SELECT "createdAt" FROM "project" WHERE "id" = ?', [
      row.projectId,
    ]);
    mended['at'] = project.createdAt;
  }
  const changed = Object.entries(mended).filter(([column, value]) => value !== row[column]);
  if (changed.length === 0) return;
  const columns = changed.map(([column]) => `"${column}" = ?`).join();
  const values = changed.map(([, value]) => value);
  await runner.query(`UPDATE "${table}" SET ${columns} WHERE rowid = ?`, [...values, row.rowid]);
}
