import type { DragConstraint } from '../tools/contract';
import type { BenchAction, Workbench } from './workbench';

/** A second press frees the drag again. */
const along =
  (constraint: DragConstraint) =>
  ({ hand, toolView }: Workbench): void => {
    const { drags } = toolView.accepts();
    if (drags) hand.feed({ type: 'drag-settings', along: drags.along === constraint ? 'free' : constraint });
  };

function softly({ hand, target, toolView }: Workbench): void {
  const { drags } = toolView.accepts();
  if (drags) hand.feed({ type: 'drag-settings', soft: drags.soft === null ? target.softReach() : null });
}

/** How handles are dragged. */
export const DRAG_ACTIONS: readonly BenchAction[] = [
  { label: 'Along x', group: 'dragging', keys: ['x'], does: along('x') },
  { label: 'Along y', group: 'dragging', keys: ['y'], does: along('y') },
  { label: 'Along z', group: 'dragging', keys: ['z'], does: along('z') },
  { label: 'Along the polygon', group: 'dragging', keys: ['l'], does: along('legs') },
  { label: 'Along the normal', group: 'dragging', keys: ['n'], does: along('normal') },
  {
    label: 'Softly: neighbours follow',
    group: 'dragging',
    keys: ['f'],
    does: softly,
  },
  {
    label: 'The handle below this one',
    group: 'dragging',
    keys: ['.'],
    does: ({ hand }) => hand.feed({ type: 'stack' }),
  },
];
