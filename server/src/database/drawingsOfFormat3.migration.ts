import type { MigrationInterface, QueryRunner } from 'typeorm';
import { migrateDrawings } from './migrateDrawings';

/** Drawings in the third version of the format. Steps stay as they are: none of them touches layers as a whole. */
export class DrawingsOfFormat3 implements MigrationInterface {
  /** As it stands in databases that ran it. */
  name = 'Fourth1796500000000';

  up = migrateDrawings;

  /** The version before reads no newer format, and cannot show what was made since. */
  down(_runner: QueryRunner): Promise<void> {
    return Promise.reject(new Error('Drawings of the third version of the format cannot become those of the second.'));
  }
}
