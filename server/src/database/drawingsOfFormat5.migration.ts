import type { MigrationInterface, QueryRunner } from 'typeorm';
import { migrateDrawings } from './migrateDrawings';

/** Drawings in the fifth version of the format. Steps stay as they are: none of them touches what is new in it. */
export class DrawingsOfFormat5 implements MigrationInterface {
  name = 'DrawingsOfFormat51801000000000';

  up = migrateDrawings;

  /** The version before reads no newer format, and cannot show what was made since. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.reject(new Error('Drawings of the fifth version of the format cannot become those of the fourth.'));
  }
}
