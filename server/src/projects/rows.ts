import type { EntityManager } from 'typeorm';
import { ProjectEntity, type ProjectRow } from '../database/entities';
import { Failure } from './failure';

/** The row of a project; a `Failure` 404 without one. */
export async function rowOf(manager: EntityManager, id: string): Promise<ProjectRow> {
  const row = await manager.findOneBy(ProjectEntity, { id });
  if (!row) throw new Failure(404, `There is no project '${id}'`);
  return row;
}
