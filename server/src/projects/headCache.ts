import { applyPatch, type Patch, type Project } from '@pencil-bend/document';
import { Between, type EntityManager, LessThanOrEqual } from 'typeorm';
import { type ProjectRow, SnapshotEntity, StepEntity } from '../database/entities';

/** A drawing and the number of steps that led to it. */
export interface Head {
  readonly revision: number;
  readonly project: Project;
}

/** The drawing of a project at a revision: the last snapshot up to it with the later steps applied. */
export async function drawingAt(manager: EntityManager, projectId: string, revision: number): Promise<Project> {
  const snapshot = await manager.findOne(SnapshotEntity, {
    where: { projectId, revision: LessThanOrEqual(revision) },
    order: { revision: 'DESC' },
  });
  if (!snapshot) throw new Error(`project ${projectId} has no snapshot up to revision ${revision}`);
  let project = JSON.parse(snapshot.project) as Project;
  for (let from = snapshot.revision; from < revision; from += STEPS_AT_ONCE) {
    const rows = await manager.find(StepEntity, {
      where: { projectId, revision: Between(from + 1, Math.min(from + STEPS_AT_ONCE, revision)) },
      select: { revision: true, patch: true },
      order: { revision: 'ASC' },
    });
    for (const row of rows) {
      const applied = applyPatch(project, JSON.parse(row.patch) as Patch);
      if (!applied.ok) throw new Error(`step ${row.revision} of project ${projectId}: ${applied.failure.message}`);
      project = applied.value;
    }
  }
  return project;
}

/** Steps that are in memory together: each may be large. */
const STEPS_AT_ONCE = 20;

/** Heads that are likely to be asked for next. */
const REMEMBERED = 12;

/** The newest drawing of each project, remembered for the projects that were used last. */
export class HeadCache {
  private readonly known = new Map<string, Head>();

  async now(manager: EntityManager, { id, revision }: ProjectRow): Promise<Head> {
    const known = this.known.get(id);
    const head = known?.revision === revision ? known : { revision, project: await drawingAt(manager, id, revision) };
    this.remember(id, head);
    return head;
  }

  /** Only after the commit: what was not kept must not be built upon. */
  remember(id: string, head: Head): void {
    this.known.delete(id);
    this.known.set(id, head);
    const [oldest] = this.known.keys();
    if (this.known.size > REMEMBERED) this.known.delete(oldest);
  }
}
