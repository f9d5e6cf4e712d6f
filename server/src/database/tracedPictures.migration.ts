import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pictures to trace over, beside the log. */
export class TracedPictures implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'Fifth1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "picture" (
      "projectId" text NOT NULL REFERENCES "project" ("id") ON DELETE CASCADE,
      "id" text NOT NULL,
      "type" text NOT NULL,
      "bytes" blob NOT NULL,
      PRIMARY KEY ("projectId", "id")
    )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "picture"`);
  }
}
