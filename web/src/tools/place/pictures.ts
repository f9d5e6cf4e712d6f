import { levelledBetween, movedBetween, scaledBetween } from '../../trace/tracedPicture';
import { placingTool } from './placingTool';

/** What is done to the picture in hand by places on it. */
export const pictures = {
  pictureScale: placingTool({
    label: 'Scale picture',
    group: 'trace',
    asks: (count) =>
      ['Click a place on the picture.', 'Click another one.', 'Type how far apart they really are.'][count],
    least: 3,
    most: 3,
    number: ({ places: [a, b] }) => (b ? { label: 'real length', plain: false, place: () => b.at ?? a.at } : null),
    make: ({ places: [a, b, length] }, { picture }) =>
      length.value === undefined
        ? { why: 'Type how far apart the two places really are' }
        : scaledBetween(picture, a.at, b.at, length.value),
  }),

  pictureMove: placingTool({
    label: 'Move picture',
    group: 'trace',
    asks: (count) => (count === 0 ? 'Click a place on the picture.' : 'Click where that place goes.'),
    least: 2,
    most: 2,
    make: ({ places: [a, b] }, { picture }) => movedBetween(picture, a.at, b.at),
  }),

  pictureLevel: placingTool({
    label: 'Level picture',
    group: 'trace',
    asks: (count) =>
      count === 0 ? 'Click one end of a line on the picture.' : 'Click its other end: it is turned level or upright.',
    least: 2,
    most: 2,
    make: ({ places: [a, b] }, { picture }) => levelledBetween(picture, a.at, b.at),
  }),
} as const;
