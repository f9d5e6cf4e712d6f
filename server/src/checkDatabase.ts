import '@pencil-bend/document/steps';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkDatabase } from './database/check';
import { databaseFile, openToRead } from './database/dataSource';
import { sqliteErrorInWords } from './database/sqliteErrors';
import { settingsFrom } from './settings';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

/** npm run db:check: verifies the database of the data folder and reports; exit code 1 when something is wrong. */
async function main(): Promise<void> {
  const { data } = settingsFrom(process.env, root);
  const file = databaseFile(data);
  if (!existsSync(file)) throw new Error(`there is no database ${file}; PENCIL_BEND_DATA names the data folder`);
  const source = await openToRead(data);
  const { projects, steps, snapshots, wrong } = await checkDatabase(source.manager);
  await source.destroy();
  console.log(`${file}: ${projects} projects, ${steps} steps, ${snapshots} snapshots`);
  for (const words of wrong) console.log(`- ${words}`);
  console.log(wrong.length === 0 ? 'All is well.' : `${wrong.length} things are wrong.`);
  process.exit(wrong.length === 0 ? 0 : 1);
}

main().catch((error: unknown) => {
  console.error(`The check could not go on: ${sqliteErrorInWords(error)}.`);
  process.exit(1);
});
