import type { Id } from '@pencil-bend/document';
import type { JointReading } from '../view/jointReading';

/** All curves that are joined to one, directly or by way of others, that one first. */
export function runAt(joints: readonly Pick<JointReading, 'item' | 'leader'>[], item: Id): readonly Id[] {
  const run = [item];
  // What is added meanwhile is gone through too.
  for (const id of run) {
    for (const { item: follower, leader } of joints) {
      if (!leader) continue;
      const other = follower === id ? leader : leader === id ? follower : null;
      if (other !== null && !run.includes(other)) run.push(other);
    }
  }
  return run;
}
