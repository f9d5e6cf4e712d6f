import { type Order, perform, plainItem } from '@pencil-bend/document';
import type { Shown, ToolContext } from './contract';

/** What an order would draw or change: it is done to see it. Nothing for one that is refused. */
export function shownBy(order: Order, { project }: ToolContext): readonly Shown[] {
  const done = project && perform(project, order, { id: 'preview0', at: '' });
  if (!done || !done.ok) return [];
  const after = done.value.project;
  return after.itemOrder.flatMap((id): Shown[] => {
    const [before, now] = [project.items[id], after.items[id]];
    const item = plainItem(after, now);
    // A mirror changes with its original.
    if (before && item === plainItem(project, before)) return [];
    const { colour } = item;
    if (item.kind === 'curve') return [{ recipe: item.recipe, colour }];
    return [item.kind === 'point' ? { at: item.at, colour } : { guide: item.guide, colour }];
  });
}
