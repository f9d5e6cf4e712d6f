import type { MigrationInterface, QueryRunner } from 'typeorm';
import { migrateDrawings } from './migrateDrawings';

/** Drawings in the second version of the format. Steps stay as they are: none of them touches what is new in it. */
export class DrawingsOfFormat2 implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'Third1796000000000';

  up = migrateDrawings;

  /** The first version of the program reads no other format, and cannot show what was made since. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.reject(new Error('Drawings of the second version of the format cannot become those of the first.'));
  }
}
