import type { MigrationInterface, QueryRunner } from 'typeorm';

export class FirstTables implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'First1795000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "project" (
      "id" text PRIMARY KEY NOT NULL,
      "name" text NOT NULL,
      "revision" integer NOT NULL,
      "createdAt" text NOT NULL,
      "changedAt" text NOT NULL,
      "view" text NOT NULL
    )`);
    await runner.query(`CREATE TABLE "step" (
      "projectId" text NOT NULL REFERENCES "project" ("id") ON DELETE CASCADE,
      "revision" integer NOT NULL,
      "id" text NOT NULL,
      "kind" text NOT NULL,
      "of" text,
      "name" text NOT NULL,
      "at" text NOT NULL,
      "patch" text NOT NULL,
      "inverse" text NOT NULL,
      PRIMARY KEY ("projectId", "revision"),
      UNIQUE ("projectId", "id")
    )`);
    await runner.query(`CREATE TABLE "snapshot" (
      "projectId" text NOT NULL REFERENCES "project" ("id") ON DELETE CASCADE,
      "revision" integer NOT NULL,
      "project" text NOT NULL,
      PRIMARY KEY ("projectId", "revision")
    )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['snapshot', 'step', 'project']) await runner.query(`DROP TABLE "${table}"`);
  }
}
