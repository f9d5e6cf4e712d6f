import type { MigrationInterface, QueryRunner } from 'typeorm';
import { migrateDrawings } from './migrateDrawings';

/** The fourth version of the format: a step tells facts. Titles that were kept as texts stay as people read them. */
export class DrawingsOfFormat4 implements MigrationInterface {
  name = 'DrawingsOfFormat41799000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "step" RENAME COLUMN "name" TO "title"`);
    await runner.query(`UPDATE "step" SET "title" = json_object('command', 'earlier', 'text', "title")`);
    for (const table of ['step', 'stage']) await runner.query(`ALTER TABLE "${table}" RENAME COLUMN "at" TO "time"`);
    await migrateDrawings(runner);
  }

  /** The version before reads no newer format, and cannot show what was made since. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.reject(new Error('Drawings of the fourth version of the format cannot become those of the third.'));
  }
}
