import { type StepTitle, titleOf, VERSION } from '@pencil-bend/document';
import type { DataSource } from 'typeorm';

/** Turns a database of the newest form into one that the third version of the format left behind. */
export async function asFormatThree(source: DataSource): Promise<void> {
  await source.query(`ALTER TABLE "step" RENAME COLUMN "title" TO "name"`);
  for (const table of ['step', 'stage']) await source.query(`ALTER TABLE "${table}" RENAME COLUMN "time" TO "at"`);
  const rows: { rowid: number; name: string }[] = await source.query(`SELECT rowid, "name" FROM "step"`);
  for (const { rowid, name } of rows) {
    const text = titleOf(JSON.parse(name) as StepTitle);
    await source.query(`UPDATE "step" SET "name" = ? WHERE rowid = ?`, [text, rowid]);
  }
  await source.query(`UPDATE "snapshot" SET "project" = replace("project", '"version":${VERSION}', '"version":3')`);
  await source.query(
    `DELETE FROM "migrations" WHERE "name" LIKE 'DrawingsOfFormat4%' OR "name" LIKE 'DrawingsOfFormat5%'`,
  );
}
