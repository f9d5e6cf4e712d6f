import { randomUUID } from 'node:crypto';
import type { Project, Stage } from '@pencil-bend/document';
import type { EntityManager } from 'typeorm';
import { StageEntity, type StageRow } from '../database/entities';
import type { DatabaseLock } from '../database/databaseLock';
import type { KeptStages } from './contract';
import { Failure } from './failure';
import { drawingAt } from './headCache';
import { rowOf } from './rows';
import { takeSnapshot } from './snapshots';

const stageOf = ({ id, name, revision, time }: StageRow): Stage => ({ id, name, revision, time });

export class Stages implements KeptStages {
  constructor(private readonly database: DatabaseLock) {}

  list(projectId: string): Promise<Stage[]> {
    return this.database.read(async (manager) => {
      await rowOf(manager, projectId);
      return (await manager.find(StageEntity, { where: { projectId }, order: { time: 'DESC' } })).map(stageOf);
    });
  }

  make(projectId: string, name: string, revision: number): Promise<Stage> {
    return this.database.write(async (manager) => {
      const project = await rowOf(manager, projectId);
      if (revision > project.revision) {
        throw new Failure(422, `The project has ${project.revision} steps: revision ${revision} cannot be named`);
      }
      const stage = { projectId, id: randomUUID(), name, revision, time: new Date().toISOString() };
      await manager.insert(StageEntity, stage);
      await takeSnapshot(manager, projectId, revision, await drawingAt(manager, projectId, revision));
      return stageOf(stage);
    });
  }

  rename(projectId: string, id: string, name: string): Promise<Stage> {
    return this.database.write(async (manager) => {
      const stage = await this.stage(manager, projectId, id);
      await manager.update(StageEntity, { projectId, id }, { name });
      return stageOf({ ...stage, name });
    });
  }

  remove(projectId: string, id: string): Promise<void> {
    return this.database.write(async (manager) => {
      await this.stage(manager, projectId, id);
      await manager.delete(StageEntity, { projectId, id });
    });
  }

  drawing(projectId: string, id: string): Promise<Project> {
    return this.database.read(async (manager) => {
      const { revision } = await this.stage(manager, projectId, id);
      return drawingAt(manager, projectId, revision);
    });
  }

  private async stage(manager: EntityManager, projectId: string, id: string): Promise<StageRow> {
    const stage = await manager.findOneBy(StageEntity, { projectId, id });
    if (!stage) throw new Failure(404, `There is no stage '${id}' in this project`);
    return stage;
  }
}
