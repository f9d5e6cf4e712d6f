import { type Patch, type Stacks, stacksOf, type Step } from '@pencil-bend/document';
import { type EntityManager, In } from 'typeorm';
import { StepEntity, type StepRow } from '../database/entities';

/** The upper part of a stack, the next step last, and how many lie below. */
export interface StackPart {
  readonly steps: readonly Step[];
  readonly more: number;
}

export type HistoryPart = { readonly [Side in keyof Stacks]: StackPart };

/** Steps in one part: enough for hours of undo, little beside a drawing. */
const STEPS_PER_PART = 200;

type Entry = Pick<StepRow, 'revision' | 'kind'> & Pick<Step, 'kind'>;

/** What could be undone and redone at a revision: of each stack the part that ends below `below` (default: the top). */
export async function historyAt(
  manager: EntityManager,
  projectId: string,
  revision: number,
  below: Partial<Record<keyof Stacks, number>> = {},
): Promise<HistoryPart> {
  // The whole log without its patches: the stacks follow from the kinds alone.
  const entries: Entry[] = await manager.query(
    `SELECT "revision", "kind" FROM "step" WHERE "projectId" = ? AND "revision" <= ? ORDER BY "revision"`,
    [projectId, revision],
  );
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
): Promise<StackPart> {
  const end = Math.min(below, stack.length);
  const more = Math.max(0, end - STEPS_PER_PART);
  const revisions = stack.slice(more, end).map(({ revision }) => revision);
  const rows = await manager.findBy(StepEntity, { projectId, revision: In(revisions) });
  const byRevision = new Map(rows.map((row) => [row.revision, stepFrom(row)]));
  return { more, steps: revisions.flatMap((revision) => byRevision.get(revision) ?? []) };
}

const stepFrom = ({ id, kind, of, name, at, patch, inverse }: StepRow): Step => ({
  id,
  kind: kind as Step['kind'],
  of,
  name,
  at,
  patch: JSON.parse(patch) as Patch,
  inverse: JSON.parse(inverse) as Patch,
});
