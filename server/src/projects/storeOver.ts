import type { DatabaseLock } from '../database/databaseLock';
import type { Store } from './contract';
import { Contents, PICTURES, POINT_SETS } from './contents';
import { Stages } from './stages';
import { ProjectStore } from './store';

/** All that is kept, over one database. */
export const storeOver = (database: DatabaseLock): Store => ({
  projects: new ProjectStore(database),
  stages: new Stages(database),
  pictures: new Contents(database, PICTURES),
  pointSets: new Contents(database, POINT_SETS),
});
