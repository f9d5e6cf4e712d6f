import type { Level } from '@pencil-bend/core';
import type { Id, Project } from '../project/project';
import { graphOf, keyOfEnd } from './order';
import { type End, ENDS } from './sources';

export type EndLevels = Readonly<Partial<Record<End, Level>>>;

/** The level up to which joints bind the ends of a curve: its own, and those of what goes on from it. */
export function boundLevels(project: Pick<Project, 'items'>, id: Id): EndLevels {
  const { led } = graphOf(project);
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  const own = item?.kind === 'curve' ? item.joints : undefined;
  return Object.fromEntries(
    ENDS.flatMap((end) => {
      const levels = [own?.[end]?.level, led.get(keyOfEnd({ id, end }))].filter((level) => level !== undefined);
      return levels.length > 0 ? [[end, Math.max(...levels)]] : [];
    }),
  );
}
