import { randomUUID } from 'node:crypto';
import { applyPatch, checkProject, pointer, type Project, type Step } from '@pencil-bend/document';
import { Mutex } from 'async-mutex';
import { type DataSource, type EntityManager, MoreThan } from 'typeorm';
import { ProjectEntity, type ProjectRow, SnapshotEntity, StepEntity, type StepRow } from '../database/entities';
import { Failure } from './failure';

/** A drawing and the number of steps that led to it. */
export interface Head {
  readonly revision: number;
  readonly project: Project;
}

export interface ListedProject {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly items: number;
}

export interface OpenedProject extends Head {
  readonly id: string;
  readonly changedAt: string;
  readonly view: unknown;
}

/** A snapshot every so many steps: opening a project replays fewer than this. */
const STEPS_PER_SNAPSHOT = 50;

/** Keeps projects. Every answer is given after the commit; every drawing it holds has passed `checkProject`. */
export class ProjectStore {
  /** TypeORM shares one SQLite connection: transactions must not overlap, nor reads see half of one. */
  private readonly turn = new Mutex();
  private readonly heads = new Map<string, Head>();

  constructor(private readonly source: DataSource) {}

  list(): Promise<ListedProject[]> {
    return this.turn.runExclusive(async () => {
      const { manager } = this.source;
      const rows = await manager.find(ProjectEntity, { order: { changedAt: 'DESC' } });
      const listed: ListedProject[] = [];
      for (const { id, name, revision, changedAt } of rows) {
        const { project } = await this.head(manager, id);
        listed.push({ id, name, revision, changedAt, items: project.itemOrder.length });
      }
      return listed;
    });
  }

  /** Takes a checked project in as a new one. */
  async create(project: Project, view: unknown = {}): Promise<ListedProject> {
    const id = randomUUID();
    const now = new Date().toISOString();
    const { name } = project;
    await this.inTransaction(async (manager) => {
      await manager.insert(ProjectEntity, {
        id,
        name,
        revision: 0,
        createdAt: now,
        changedAt: now,
        view: JSON.stringify(view),
      });
      await manager.insert(SnapshotEntity, { projectId: id, revision: 0, project: JSON.stringify(project) });
    });
    return { id, name, revision: 0, changedAt: now, items: project.itemOrder.length };
  }

  open(id: string): Promise<OpenedProject> {
    return this.turn.runExclusive(async () => {
      const { changedAt, view } = await this.row(this.source.manager, id);
      return { id, changedAt, view: JSON.parse(view), ...(await this.head(this.source.manager, id)) };
    });
  }

  /**
   * Appends steps that were made on `base`, all or none of them, and answers the new revision. Steps that are kept
   * already are passed over, so a sender that never saw the answer can send them again.
   *
   * Throws a `Failure`: 404 without such a project, 412 when others changed it since `base`, 422 when a step does
   * not fit the drawing or leads to one that is not valid.
   */
  append(id: string, base: number, steps: readonly Step[]): Promise<number> {
    return this.inTransaction(async (manager) => {
      const row = await this.row(manager, id);
      const kept = await this.keptAlready(manager, id, base, steps);
      if (base + kept !== row.revision) {
        throw new Failure(412, 'The project was changed elsewhere since', [], { revision: row.revision });
      }
      const head = await this.head(manager, id);
      const fresh = steps.slice(kept);
      if (fresh.length === 0) return () => row.revision;
      const project = this.applied(head.project, fresh, kept);
      const revision = row.revision + fresh.length;
      const stepRows = fresh.map((step, index): StepRow => ({
        ...step,
        projectId: id,
        revision: row.revision + index + 1,
        patch: JSON.stringify(step.patch),
        inverse: JSON.stringify(step.inverse),
      }));
      await manager.insert(StepEntity, stepRows);
      await manager.update(
        ProjectEntity,
        { id },
        { revision, name: project.name, changedAt: new Date().toISOString() },
      );
      if (Math.floor(revision / STEPS_PER_SNAPSHOT) > Math.floor(row.revision / STEPS_PER_SNAPSHOT)) {
        await manager.insert(SnapshotEntity, { projectId: id, revision, project: JSON.stringify(project) });
      }
      return () => {
        this.heads.set(id, { revision, project });
        return revision;
      };
    }).then((done) => done());
  }

  /** View settings are kept beside the drawing: no step, no revision. */
  async keepView(id: string, view: unknown): Promise<void> {
    await this.inTransaction(async (manager) => {
      await this.row(manager, id);
      await manager.update(ProjectEntity, { id }, { view: JSON.stringify(view) });
    });
  }

  private inTransaction<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.turn.runExclusive(() => this.source.transaction(work));
  }

  private async row(manager: EntityManager, id: string): Promise<ProjectRow> {
    const row = await manager.findOneBy(ProjectEntity, { id });
    if (!row) throw new Failure(404, `There is no project '${id}'`);
    return row;
  }

  /** How many of the steps, from the first on, already stand in the log right after `base`. */
  private async keptAlready(manager: EntityManager, id: string, base: number, steps: readonly Step[]): Promise<number> {
    let kept = 0;
    while (kept < steps.length) {
      const row = await manager.findOneBy(StepEntity, { projectId: id, revision: base + kept + 1 });
      if (row?.id !== steps[kept].id) break;
      kept++;
    }
    return kept;
  }

  private applied(project: Project, steps: readonly Step[], offset: number): Project {
    let changed = project;
    steps.forEach((step, index) => {
      const where = pointer('steps', offset + index);
      const applied = applyPatch(changed, step.patch);
      if (!applied.ok) {
        const { path, message } = applied.failure;
        throw new Failure(422, `The step '${step.name}' does not fit the drawing`, [{ path: where + path, message }]);
      }
      changed = applied.value;
      const problems = checkProject(changed);
      if (problems.length > 0) {
        throw new Failure(422, `The step '${step.name}' would leave a drawing that is not valid`, problems);
      }
    });
    return changed;
  }

  /** The drawing now: the newest snapshot with the later steps applied, remembered once it is known. */
  private async head(manager: EntityManager, id: string): Promise<Head> {
    const { revision } = await this.row(manager, id);
    const known = this.heads.get(id);
    if (known?.revision === revision) return known;
    const snapshot = await manager.findOne(SnapshotEntity, { where: { projectId: id }, order: { revision: 'DESC' } });
    if (!snapshot) throw new Error(`project ${id} has no snapshot`);
    const later = { projectId: id, revision: MoreThan(snapshot.revision) };
    const rows = await manager.find(StepEntity, { where: later, order: { revision: 'ASC' } });
    let project = JSON.parse(snapshot.project) as Project;
    for (const row of rows) {
      const applied = applyPatch(project, JSON.parse(row.patch));
      if (!applied.ok) throw new Error(`step ${row.revision} of project ${id}: ${applied.failure.message}`);
      project = applied.value;
    }
    const head = { revision, project };
    this.heads.set(id, head);
    return head;
  }
}
