import { migrate } from '@pencil-bend/document';
import type { QueryRunner } from 'typeorm';

/** Brings every kept drawing to the present version of the format, one by one: they can be large, and many. */
export async function migrateDrawings(runner: QueryRunner): Promise<void> {
  const keys: { projectId: string; revision: number }[] = await runner.query(
    `SELECT "projectId", "revision" FROM "snapshot"`,
  );
  for (const { projectId, revision } of keys) {
    const of = [projectId, revision];
    const [{ project }] = await runner.query(
      `SELECT "project" FROM "snapshot" WHERE "projectId" = ? AND "revision" = ?`,
      of,
    );
    const migrated = JSON.stringify(migrate(JSON.parse(project)));
    await runner.query(`UPDATE "snapshot" SET "project" = ? WHERE "projectId" = ? AND "revision" = ?`, [
      migrated,
      ...of,
    ]);
  }
}
