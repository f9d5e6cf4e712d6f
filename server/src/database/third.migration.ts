import { migrate } from '@pencil-bend/document';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Drawings in the second version of the format. Steps stay as they are: none of them touches what is new in it. */
export class Third1796000000000 implements MigrationInterface {
  name = 'Third1796000000000';

  async up(runner: QueryRunner): Promise<void> {
    const keys: { projectId: string; revision: number }[] = await runner.query(
      `SELECT "projectId", "revision" FROM "snapshot"`,
    );
    // One by one: a drawing can be large, and there may be many.
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

  /** The first version of the program reads no other format, and cannot show what was made since. */
  down(): Promise<void> {
    return Promise.reject(new Error('Drawings of the second version of the format cannot become those of the first.'));
  }
}
