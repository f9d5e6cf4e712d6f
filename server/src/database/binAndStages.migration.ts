import type { MigrationInterface, QueryRunner } from 'typeorm';
import { drawingAt } from '../projects/headCache';

/** The bin, stages, and the count of items for the list. */
export class BinAndStages implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'Second1795500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "project" ADD COLUMN "deletedAt" text`);
    await runner.query(`ALTER TABLE "project" ADD COLUMN "items" integer NOT NULL DEFAULT 0`);
    await runner.query(`CREATE TABLE "stage" (
      "projectId" text NOT NULL REFERENCES "project" ("id") ON DELETE CASCADE,
      "id" text NOT NULL,
      "revision" integer NOT NULL,
      "name" text NOT NULL,
      "at" text NOT NULL,
      PRIMARY KEY ("projectId", "id")
    )`);
    const projects: { id: string; revision: number }[] = await runner.query(`SELECT "id", "revision" FROM "project"`);
    for (const { id, revision } of projects) {
      const { itemOrder } = await drawingAt(runner.manager, id, revision);
      await runner.query(`UPDATE "project" SET "items" = ? WHERE "id" = ?`, [itemOrder.length, id]);
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "stage"`);
    for (const column of ['items', 'deletedAt']) await runner.query(`ALTER TABLE "project" DROP COLUMN "${column}"`);
  }
}
