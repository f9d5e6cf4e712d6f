import { type HistoryPart, type Stacks, stacksOf, type Step } from '@pencil-bend/document';
import { type EntityManager, In, LessThanOrEqual } from 'typeorm';
import { StepEntity, type StepRow } from '../database/entities';
import { stepOfRow } from '../database/stepRow';

/** Steps in one part: enough for hours of undo, little beside a drawing. */
const STEPS_PER_PART = 200;
/** No step more after so much text, lest large steps make a project too long to be sent. */
const CHARACTERS_PER_PART = 8_000_000;

type Entry = Pick<StepRow, 'revision' | 'kind'> & Pick<Step, 'kind'>;

/** What could be undone and redone at a revision: of each stack the part that ends below `below` (default: the top). */
export async function historyAt(
  manager: EntityManager,
  projectId: string,
  revision: number,
  below: Partial<Record<keyof Stacks, number>> = {},
): Promise<HistoryPart> {
  // The whole log without its patches: the stacks follow from the kinds alone.
  const entries = (await manager.find(StepEntity, {
    where: { projectId, revision: LessThanOrEqual(revision) },
    select: { revision: true, kind: true },
    order: { revision: 'ASC' },
  })) as Entry[];
  const { undo, redo } = stacksOf(entries);
  return {
    undo: await part(manager, projectId, undo, below.undo),
    redo: await part(manager, projectId, redo, below.redo),
  };
}

async function part(
  manager: EntityManager,
  projectId: string,
  stack: readonly Entry[],
  below = stack.length,
): Promise<HistoryPart['undo']> {
  const end = Math.min(below, stack.length);
  const revisions = stack.slice(Math.max(0, end - STEPS_PER_PART), end).map(({ revision }) => revision);
  const sizes = await sizesOf(manager, projectId, revisions);
  let first = revisions.length;
  for (let characters = 0; first > 0 && characters < CHARACTERS_PER_PART;) {
    characters += sizes.get(revisions[--first]) ?? 0;
  }
  const within = revisions.slice(first);
  const rows = await manager.findBy(StepEntity, { projectId, revision: In(within) });
  const byRevision = new Map(rows.map((row) => [row.revision, stepOfRow(row)]));
  return { more: end - within.length, steps: within.flatMap((revision) => byRevision.get(revision) ?? []) };
}

/** How long the patches of steps are, by revision. */
async function sizesOf(
  manager: EntityManager,
  projectId: string,
  revisions: readonly number[],
): Promise<ReadonlyMap<number, number>> {
  const rows: { revision: number; characters: number }[] = await manager
    .createQueryBuilder(StepEntity, 'step')
    .select('step.revision', 'revision')
    .addSelect('length(step.patch) + length(step.inverse)', 'characters')
    .where({ projectId, revision: In(revisions) })
    .getRawMany();
  return new Map(rows.map(({ revision, characters }) => [revision, characters]));
}
