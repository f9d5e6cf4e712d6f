import { type EntityManager, In } from 'typeorm';
import { SnapshotEntity, StageEntity } from '../database/entities';

/** A snapshot every so many steps: opening a project replays fewer than this. */
const STEPS_PER_SNAPSHOT = 200;

const slotOf = (revision: number): number => Math.floor(revision / STEPS_PER_SNAPSHOT);

/** Steps so long, in characters, are not read again at every opening. */
const LONG_STEPS = 16_000_000;

/** Whether going from one revision to another, by patches of so many characters, asks for a snapshot. */
export const isSnapshotDue = (before: number, after: number, characters: number): boolean =>
  slotOf(after) > slotOf(before) || characters > LONG_STEPS;

/**
 * Which snapshots can go: the older they are, the fewer are kept, so that their number grows with the logarithm of
 * the log's length. The first one, the newest and the `held` ones stay. One that stays now would have stayed at every
 * earlier time, so thinning never leaves a gap that is too wide.
 */
export function superfluous(revisions: readonly number[], pinned: ReadonlySet<number>): number[] {
  const newest = Math.max(...revisions);
  return revisions.filter((revision) => {
    if (revision === 0 || revision === newest || pinned.has(revision)) return false;
    const age = slotOf(newest) - slotOf(revision);
    const spacing = 2 ** Math.max(0, Math.floor(Math.log2(age)) - 1);
    return slotOf(revision) % spacing !== 0;
  });
}

/** Writes the drawing at a revision and takes out older snapshots that have become superfluous. */
export async function takeSnapshot(
  manager: EntityManager,
  projectId: string,
  revision: number,
  project: unknown,
): Promise<void> {
  const row = { projectId, revision, project: JSON.stringify(project) };
  await manager.createQueryBuilder().insert().into(SnapshotEntity).values(row).orIgnore().execute();
  const snapshots = await manager.find(SnapshotEntity, { where: { projectId }, select: { revision: true } });
  const stages = await manager.findBy(StageEntity, { projectId });
  const pinned = new Set(stages.map((stage) => stage.revision));
  const gone = superfluous(
    snapshots.map((snapshot) => snapshot.revision),
    pinned,
  );
  if (gone.length > 0) await manager.delete(SnapshotEntity, { projectId, revision: In(gone) });
}
