import type { DatabaseLock } from '../database/databaseLock';
import type { Store } from './contract';
import { Pictures } from './pictures';
import { Stages } from './stages';
import { ProjectStore } from './store';

/** All that is kept, over one database. */
export const storeOver = (database: DatabaseLock): Store => ({
  projects: new ProjectStore(database),
  stages: new Stages(database),
  pictures: new Pictures(database),
});
