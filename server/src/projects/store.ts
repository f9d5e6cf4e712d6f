import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import {
  applyPatch,
  LONGEST_NAME,
  type CommandCall,
  type HistoryPart,
  type ListedProject,
  type OpenedProject,
  pointer,
  type Project,
  shortened,
  type Step,
  type StepTitle,
  titleOf,
  withPlaces,
} from '@pencil-bend/document';
import { checkProject, perform } from '@pencil-bend/document/steps';
import { Between, type EntityManager, In, IsNull, LessThan, Not } from 'typeorm';
import { ProjectEntity, type ProjectRow, StepEntity } from '../database/entities';
import type { DatabaseLock } from '../database/databaseLock';
import { rowOfStep } from '../database/stepRow';
import type { KeptProjects } from './contract';
import { adding, POINT_SETS } from './contents';
import { Failure } from './failure';
import { drawingAt, type Head, HeadCache } from './headCache';
import { historyAt } from './history';
import { inverseProblem } from './inverse';
import { rowOf } from './rows';
import { isSnapshotDue, takeSnapshot } from './snapshots';

/** Whatever was put into the bin longer ago than this is gone. */
export const BIN_DAYS = 30;

/** Steps told to a window whose change came too late. */
const TITLES_TOLD = 5;

/** Keeps projects in a database that TypeORM speaks to. */
export class ProjectStore implements KeptProjects {
  private readonly heads = new HeadCache();

  constructor(private readonly database: DatabaseLock) {}

  list(bin = false): Promise<ListedProject[]> {
    return this.database.read(async (manager) => {
      const where = { deletedAt: bin ? Not(IsNull()) : IsNull() };
      return (await manager.find(ProjectEntity, { where, order: { changedAt: 'DESC' } })).map(listed);
    });
  }

  async create(project: Project, pointSets: readonly Uint8Array[] = []): Promise<ListedProject> {
    const additions = pointSets.map((bytes) => adding(POINT_SETS, bytes));
    return this.database.write(async (manager) => {
      const row = newRow(project, 0);
      await manager.insert(ProjectEntity, row);
      await takeSnapshot(manager, row.id, 0, project);
      for (const add of additions) await add(manager, row.id);
      return listed(row);
    });
  }

  open(id: string): Promise<OpenedProject> {
    return this.database.read(async (manager) => {
      const row = await rowOf(manager, id);
      const { changedAt, view, revision } = row;
      const history = await historyAt(manager, id, revision);
      return { id, changedAt, view: JSON.parse(view), history, ...(await this.heads.now(manager, row)) };
    });
  }

  drawing(id: string): Promise<Project> {
    return this.database.read(async (manager) => (await this.heads.now(manager, await rowOf(manager, id))).project);
  }

  history(id: string, ...rest: [revision: number, below: { undo?: number; redo?: number }]): Promise<HistoryPart> {
    return this.database.read(async (manager) => {
      await rowOf(manager, id);
      return historyAt(manager, id, ...rest);
    });
  }

  async append(id: string, base: number, steps: readonly Step[]): Promise<number> {
    const head = await this.database.write(async (manager) => {
      const row = await rowOf(manager, id);
      const since = await manager.find(StepEntity, {
        where: { projectId: id, revision: Between(base + 1, base + Math.max(steps.length, TITLES_TOLD)) },
        select: { id: true, title: true },
        order: { revision: 'ASC' },
      });
      let kept = 0;
      while (kept < steps.length && since[kept]?.id === steps[kept].id) kept++;
      if (kept === steps.length) return { revision: base + kept, project: null };
      if (base + kept !== row.revision) {
        const titles = since.slice(kept, kept + TITLES_TOLD).map(({ title }) => JSON.parse(title) as StepTitle);
        const theirs = { revision: row.revision, count: Math.max(0, row.revision - base - kept), titles };
        throw new Failure(412, 'The project was changed elsewhere since', [], theirs);
      }
      return this.appendTo(manager, row, steps.slice(kept), kept);
    });
    const { revision, project } = head;
    if (project) this.heads.remember(id, { revision, project });
    return revision;
  }

  async perform(id: string, call: CommandCall): Promise<ListedProject> {
    const [head, row] = await this.database.write(async (manager) => {
      const before = await rowOf(manager, id);
      const { project } = await this.heads.now(manager, before);
      const outcome = perform(project, call, newStamp());
      if (!outcome.ok) throw new Failure(422, outcome.failure);
      const { step } = outcome.value;
      const after = await this.appendTo(manager, before, step.patch.length > 0 ? [step] : [], 0);
      return [after, await rowOf(manager, id)] as const;
    });
    this.heads.remember(id, head);
    return listed(row);
  }

  copy(id: string, revision: number | null = null, steps: readonly Step[] = []): Promise<ListedProject> {
    return this.database.write(async (manager) => {
      const original = await rowOf(manager, id);
      const from = revision ?? original.revision;
      if (from > original.revision) {
        throw new Failure(422, `The project has ${original.revision} steps: it cannot be copied at revision ${from}`);
      }
      const drawing = await drawingAt(manager, id, from);
      const row = { ...newRow(drawing, from), view: original.view };
      await manager.insert(ProjectEntity, row);
      for (const [table, columns] of COPIED) {
        const names = columns.map((name) => `"${name}"`).join();
        // What has no revision belongs to the project as a whole.
        const upTo = columns.some((name) => name === 'revision') ? ` AND "revision" <= ${from}` : '';
        const [to, of] = [0, 1].map((i) => manager.connection.driver.createParameter('id', i));
        await manager.query(
          `INSERT INTO "${table}" ("projectId", ${names}) SELECT ${to}, ${names} FROM "${table}" WHERE "projectId" = ${of}${upTo}`,
          [row.id, id],
        );
      }
      const changed = await replayed(drawing, steps, 0);
      const naming = perform(
        changed,
        { command: 'renameProject', args: { name: await freeName(manager, changed.name) } },
        newStamp(),
      );
      if (!naming.ok) throw new Failure(422, naming.failure);
      await this.appendTo(manager, row, [...steps, naming.value.step], 0);
      return listed(await rowOf(manager, row.id));
    });
  }

  bin(id: string, deleted: boolean): Promise<ListedProject> {
    return this.database.write(async (manager) => {
      const row = await rowOf(manager, id);
      const deletedAt = deleted ? (row.deletedAt ?? new Date().toISOString()) : null;
      await manager.update(ProjectEntity, { id }, { deletedAt });
      return listed({ ...row, deletedAt });
    });
  }

  destroy(id: string): Promise<void> {
    return this.database.write(async (manager) => {
      const { deletedAt } = await rowOf(manager, id);
      if (!deletedAt) throw new Failure(409, 'Only a project in the bin can be deleted for good');
      await manager.delete(ProjectEntity, { id });
    });
  }

  emptyBin(now: Date): Promise<number> {
    const before = new Date(now.getTime() - BIN_DAYS * 24 * 3600 * 1000).toISOString();
    return this.database.write(
      async (manager) => (await manager.delete(ProjectEntity, { deletedAt: LessThan(before) })).affected ?? 0,
    );
  }

  keepView(id: string, view: unknown): Promise<void> {
    return this.database.write(async (manager) => {
      await rowOf(manager, id);
      await manager.update(ProjectEntity, { id }, { view: JSON.stringify(view) });
    });
  }

  private async appendTo(
    manager: EntityManager,
    row: ProjectRow,
    steps: readonly Step[],
    offset: number,
  ): Promise<Head> {
    const { id } = row;
    const head = await this.heads.now(manager, row);
    if (steps.length === 0) return head;
    await refuseKnownIds(manager, id, steps);
    const project = await replayed(head.project, steps, offset);
    const revision = row.revision + steps.length;
    const rows = steps.map((step, index) => rowOfStep(id, row.revision + index + 1, step));
    for (let first = 0; first < rows.length; first += ROWS_AT_ONCE) {
      await setImmediate();
      await manager.insert(StepEntity, rows.slice(first, first + ROWS_AT_ONCE));
    }
    const { name, itemOrder } = project;
    const changes = { revision, name, items: itemOrder.length, changedAt: new Date().toISOString() };
    await manager.update(ProjectEntity, { id }, changes);
    const characters = rows.reduce((sum, { patch }) => sum + patch.length, 0);
    if (isSnapshotDue(row.revision, revision, characters)) await takeSnapshot(manager, id, revision, project);
    return { revision, project };
  }
}

/** SQLite takes 32,766 values in a statement (sqlite.org/limits.html, 9). */
const ROWS_AT_ONCE = 1000;
/** Longest work in one go, in ms: then others that need no database are answered. */
const SLICE_MS = 50;

/** Called between two pieces of work: pauses when they have taken long since the last pause. */
function slices(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < SLICE_MS) return;
    // The first comes before what has arrived in the meantime is read, the second after it.
    await setImmediate();
    await setImmediate();
    since = performance.now();
  };
}

/** The drawing after these steps; `offset` is the place of the first of them in the request. Throws a `Failure` 422. */
async function replayed(project: Project, steps: readonly Step[], offset: number): Promise<Project> {
  let changed = project;
  const letOthersIn = slices();
  for (const [index, step] of steps.entries()) {
    await letOthersIn();
    const place = pointer('steps', offset + index);
    const applied = applyPatch(changed, step.patch);
    if (!applied.ok) {
      const { path, message } = applied.failure;
      throw new Failure(422, `The step '${titleOf(step.title)}' does not fit the drawing`, [
        { path: place + path, message },
      ]);
    }
    await letOthersIn();
    const problems = checkProject(applied.value);
    if (problems.length > 0) {
      throw new Failure(
        422,
        `The step '${titleOf(step.title)}' would leave a drawing that is not valid`,
        withPlaces(problems, applied.value),
      );
    }
    await letOthersIn();
    const wrong = inverseProblem(changed, applied.value, step.inverse);
    if (wrong) {
      const { path, message } = wrong;
      throw new Failure(422, `The step '${titleOf(step.title)}' does not say how it is undone`, [
        { path: place + path, message },
      ]);
    }
    changed = applied.value;
  }
  return changed;
}

async function refuseKnownIds(manager: EntityManager, projectId: string, steps: readonly Step[]): Promise<void> {
  for (let first = 0; first < steps.length; first += ROWS_AT_ONCE) {
    const id = In(steps.slice(first, first + ROWS_AT_ONCE).map((step) => step.id));
    const known = await manager.findOne(StepEntity, { where: { projectId, id }, select: { id: true, revision: true } });
    if (known) throw new Failure(409, `Step ${known.revision} of this project has the id '${known.id}' already`);
  }
}

/** What a copy takes over up to its revision. */
const COPIED = [
  ['step', ['revision', 'id', 'kind', 'of', 'title', 'time', 'patch', 'inverse']],
  ['snapshot', ['revision', 'project']],
  ['stage', ['revision', 'id', 'name', 'time']],
  ['picture', ['id', 'type', 'bytes']],
  ['point_set', ['id', 'type', 'bytes']],
] as const;

const newStamp = () => ({ id: randomUUID(), time: new Date().toISOString() });

function newRow({ name, itemOrder }: Project, revision: number): ProjectRow {
  const now = new Date().toISOString();
  const items = itemOrder.length;
  return { id: randomUUID(), name, revision, createdAt: now, changedAt: now, items, deletedAt: null, view: '{}' };
}

const listed = ({ id, name, revision, changedAt, items, deletedAt }: ProjectRow): ListedProject => ({
  id,
  name,
  revision,
  changedAt,
  items,
  deletedAt,
});

/** 'Kettle copy', or 'Kettle copy 2' when there is one. */
async function freeName(manager: EntityManager, name: string): Promise<string> {
  const original = name.replace(/ copy( \d+)?$/, '');
  const taken = new Set((await manager.find(ProjectEntity, { select: { name: true } })).map((row) => row.name));
  for (let number = 1; ; number++) {
    const ending = number === 1 ? ' copy' : ` copy ${number}`;
    const free = shortened(original, LONGEST_NAME - ending.length) + ending;
    if (!taken.has(free)) return free;
  }
}
