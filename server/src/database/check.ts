import { isDeepStrictEqual } from 'node:util';
import { applyPatch, inWords, type Project, type Step, stepProblems, titleOf, withPlaces } from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { type EntityManager, MoreThan } from 'typeorm';
import { contentName, PICTURES, POINT_SETS } from '../projects/contents';
import { inverseProblem } from '../projects/inverse';
import { stepOfRow } from './stepRow';
import { ProjectEntity, type ProjectRow, SnapshotEntity, StageEntity, StepEntity, type StepRow } from './entities';

/** What a look through the whole database found. */
export interface Findings {
  readonly projects: number;
  readonly steps: number;
  readonly snapshots: number;
  /** Everything that is wrong, with its place, in words. */
  readonly wrong: readonly string[];
}

/** Steps that are in memory together: each may be large. */
const STEPS_AT_ONCE = 20;

/**
 * Verifies a database without changing it: the file itself, and of each project the whole log. Every step must lead
 * from the drawing before it to a valid one and back again, every snapshot must be what the log leads to, and pictures and
 * measured points must be the bytes that they were.
 */
export async function checkDatabase(manager: EntityManager): Promise<Findings> {
  const wrong: string[] = [];
  const integrity: Record<string, string>[] = await manager.query('PRAGMA integrity_check');
  const says = integrity.flatMap((row) => Object.values(row)).filter((line) => line !== 'ok');
  wrong.push(...says.map((line) => `The file: ${line}`));
  const strays: { table: string; rowid: number }[] = await manager.query('PRAGMA foreign_key_check');
  wrong.push(...strays.map(({ table, rowid }) => `Table ${table}, row ${rowid}: its project is not there`));

  const projects = await manager.find(ProjectEntity);
  for (const row of projects) {
    for (const words of await wrongInProject(manager, row)) wrong.push(`Project '${row.name}' (${row.id}): ${words}`);
  }
  return {
    projects: projects.length,
    steps: await manager.count(StepEntity),
    snapshots: await manager.count(SnapshotEntity),
    wrong,
  };
}

async function wrongInProject(manager: EntityManager, row: ProjectRow): Promise<string[]> {
  const projectId = row.id;
  const wrong: string[] = [];
  const snapshots = await manager.find(SnapshotEntity, { where: { projectId }, select: { revision: true } });
  const withSnapshot = new Set(snapshots.map(({ revision }) => revision));
  const snapshotAt = async (revision: number): Promise<Project> => {
    const { project } = await manager.findOneByOrFail(SnapshotEntity, { projectId, revision });
    return JSON.parse(project) as Project;
  };
  if (!withSnapshot.has(0)) return ['its first drawing is missing'];
  let project = await snapshotAt(0);
  let revision = 0;
  for (;;) {
    const rows = await manager.find(StepEntity, {
      where: { projectId, revision: MoreThan(revision) },
      order: { revision: 'ASC' },
      take: STEPS_AT_ONCE,
    });
    for (const step of rows) {
      const read = stepIn(step);
      const where = `step ${step.revision}${read ? ` ('${titleOf(read.title)}')` : ''}`;
      if (step.revision !== revision + 1) return [...wrong, `${where} follows step ${revision}`];
      revision = step.revision;
      const after = read ? afterStep(project, read) : 'what is kept of it is no JSON';
      if (typeof after === 'string') return [...wrong, `${where}: ${after}`];
      project = after;
      if (withSnapshot.has(revision) && !isDeepStrictEqual(await snapshotAt(revision), project)) {
        wrong.push(`the snapshot at revision ${revision} is not what the log leads to`);
      }
    }
    if (rows.length < STEPS_AT_ONCE) break;
  }
  if (revision !== row.revision) wrong.push(`${row.revision} steps were kept, ${revision} are there`);
  if (project.name !== row.name) wrong.push(`the list calls it so, the drawing '${project.name}'`);
  if (project.itemOrder.length !== row.items) wrong.push(`the list counts ${row.items} items`);
  const problems = checkProject(project);
  if (problems.length > 0) wrong.push(`the drawing is not valid: ${inWords(withPlaces(problems, project))}`);
  for (const stage of await manager.findBy(StageEntity, { projectId })) {
    if (!withSnapshot.has(stage.revision)) wrong.push(`the stage '${stage.name}' has no drawing`);
  }
  return [...wrong, ...(await wrongContents(manager, projectId))];
}

/** Contents whose bytes are others than their names say. */
async function wrongContents(manager: EntityManager, projectId: string): Promise<string[]> {
  const wrong: string[] = [];
  for (const { label, entity } of [PICTURES, POINT_SETS]) {
    for (const { id } of await manager.find(entity, { where: { projectId }, select: { id: true } })) {
      const { bytes } = await manager.findOneByOrFail(entity, { projectId, id });
      if (contentName(bytes) !== id) wrong.push(`the ${label} '${id}' is not what was kept`);
    }
  }
  return wrong;
}

/** The step of a row; null where its texts are no JSON. */
function stepIn(row: StepRow): Step | null {
  try {
    return stepOfRow(row);
  } catch {
    return null;
  }
}

/** The drawing after a step, or what is wrong with the step. */
function afterStep(project: Project, step: Step): Project | string {
  const problems = stepProblems(step);
  if (problems.length > 0) return inWords(problems);
  const after = applyPatch(project, step.patch);
  if (!after.ok) return `it does not fit: ${after.failure.message}`;
  const wrong = inverseProblem(project, after.value, step.inverse);
  return wrong ? wrong.message : after.value;
}
