import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { openDatabase } from '../database/dataSource';
import { DatabaseLock } from '../database/databaseLock';
import { PROMISES } from './promises.fixture';
import { storeOver } from './storeOver';

it.each(PROMISES)('in SQLite: $name', async ({ holds }) => {
  const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-'));
  const open: DataSource[] = [];
  const store = async () => {
    const lock = await DatabaseLock.over(async () => {
      const source = await openDatabase(folder);
      open.push(source);
      return source;
    });
    return storeOver(lock);
  };
  await holds(await store(), store);
  for (const source of open) await source.destroy();
  rmSync(folder, { recursive: true });
});
