import { inPlane } from '@pencil-bend/core';
import type { TracedPicture } from '../../api/savedView';
import type { ToolContext } from '../contract';
import { planeOf } from './geometry';
import { levelledBetween, movedBetween, scaledBetween } from '../../trace/tracedPicture';
import { type Place, placingTool } from './placingTool';

/** A place in the axes of the plane on which pictures lie. */
function onSheet({ at }: Place, context: ToolContext): TracedPicture['at'] {
  const [x, y] = inPlane(planeOf(context), at);
  return [x, y];
}

/** What is done to the picture in hand by places on it. */
export const pictures = {
  pictureScale: placingTool({
    asks: (count) =>
      ['Click a place on the picture.', 'Click another one.', 'Type how far apart they really are.'][count],
    least: 3,
    most: 3,
    number: ({ places: [a, b] }) => (b ? { label: 'real length', plain: false, place: () => b.at ?? a.at } : null),
    make: ({ places: [a, b, length] }, context) =>
      length.value === undefined
        ? { why: 'Type how far apart the two places really are' }
        : scaledBetween(context.picture, onSheet(a, context), onSheet(b, context), length.value),
  }),

  pictureMove: placingTool({
    asks: (count) => (count === 0 ? 'Click a place on the picture.' : 'Click where that place goes.'),
    least: 2,
    most: 2,
    make: ({ places: [a, b] }, context) => movedBetween(context.picture, onSheet(a, context), onSheet(b, context)),
  }),

  pictureLevel: placingTool({
    asks: (count) =>
      count === 0 ? 'Click one end of a line on the picture.' : 'Click its other end: it is turned level or upright.',
    least: 2,
    most: 2,
    make: ({ places: [a, b] }, context) => levelledBetween(context.picture, onSheet(a, context), onSheet(b, context)),
  }),
} as const;
