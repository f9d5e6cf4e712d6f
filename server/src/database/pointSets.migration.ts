import type { MigrationInterface, QueryRunner } from 'typeorm';
import { migrateDrawings } from './migrateDrawings';

/** Points that were measured, beside the log; and drawings in the sixth version of the format, which refer to them. */
export class PointSets implements MigrationInterface {
  name = 'PointSets1802000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "point_set" (
      "projectId" text NOT NULL REFERENCES "project" ("id") ON DELETE CASCADE,
      "id" text NOT NULL,
      "type" text NOT NULL,
      "bytes" blob NOT NULL,
      PRIMARY KEY ("projectId", "id")
    )`);
    await migrateDrawings(runner);
  }

  /** The version before reads no newer format, and cannot show what was made since. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.reject(new Error('Drawings of the sixth version of the format cannot become those of the fifth.'));
  }
}
