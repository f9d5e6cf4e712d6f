import { type Vector3 } from '@pencil-bend/core';
import { type FitPoint, fitRecipe, pulledBy } from '@pencil-bend/document';
import { type Given, placingTool, type Place } from './placingTool';

/** Curves through points, or pulled by them. */

const ORDINALS = ['first', 'second'];
const nextPlace = (count: number, closes: boolean): string =>
  count < 2
    ? `Click to place the ${ORDINALS[count]} point.`
    : closes && count >= 3
      ? 'Click to place the next point, or the first one to close.'
      : 'Click to place the next point.';

/** The colours of two curves over the same points: through them, and pulled by them. */
export const COMPARED = { through: '#2f5d8a', pulled: '#7a5230' } as const;

const placesOf = ({ places }: Given): Vector3[] => places.map(({ at }) => at);

/** Fit points; the first goes on from the end of a curve that it was caught by. */
const fitPoints = (places: readonly Place[], goesOn: boolean): FitPoint[] =>
  places.map(({ at, caught }, i) => ({
    id: `p${i + 1}`,
    at,
    ...(i === 0 && goesOn && caught?.ahead && { tangent: { direction: caught.ahead } }),
  }));

const DEGREE = {
  name: 'degree',
  label: 'Degree',
  kind: 'number',
  value: 3,
  least: 1,
  most: 9,
  whole: true,
  plain: true,
} as const;

/** 'Degree 2 for now': a curve by too few control points. */
const lowerFor = (wanted: number, count: number): string | undefined =>
  count - 1 < wanted
    ? `Degree ${Math.max(1, count - 1)} for now: degree ${wanted} needs ${wanted + 1} points.`
    : undefined;

export const curves = {
  through: placingTool({
    label: 'Through points',
    group: 'curves',
    asks: (count) => nextPlace(count, true),
    least: 2,
    most: Infinity,
    closes: 3,
    options: [{ name: 'goesOn', label: 'Goes on from end', kind: 'toggle', value: true }],
    make: ({ places, closed, options }) => ({
      shape: 'curve',
      items: [{ recipe: fitRecipe(fitPoints(places, options['goesOn'] === true && !closed), closed) }],
      ...(options['goesOn'] && !closed && places[0].caught?.ahead && { note: 'Goes on from the end where it starts.' }),
    }),
  }),

  pulled: placingTool({
    label: 'By control points',
    group: 'curves',
    asks: (count) => nextPlace(count, true).replace('point', 'control point'),
    least: 2,
    most: Infinity,
    closes: 3,
    options: [DEGREE],
    make: (given) => {
      const degree = Number(given.options['degree']);
      const note = lowerFor(degree, given.places.length);
      return {
        shape: 'curve',
        items: [{ recipe: pulledBy(placesOf(given), degree, given.closed) }],
        ...(note && { note }),
      };
    },
  }),

  compare: placingTool({
    label: 'Through and pulled by',
    group: 'curves',
    asks: (count) => nextPlace(count, true),
    least: 2,
    most: Infinity,
    closes: 3,
    options: [DEGREE],
    make: (given) => ({
      shape: 'compare',
      items: [
        { recipe: fitRecipe(fitPoints(given.places, false), given.closed), colour: COMPARED.through },
        { recipe: pulledBy(placesOf(given), Number(given.options['degree']), given.closed), colour: COMPARED.pulled },
      ],
      note: 'Blue goes through the points, umber is pulled by them.',
    }),
  }),

  thread: placingTool({
    label: 'Through chosen points',
    group: 'curves',
    asks: (count) =>
      count < 2
        ? 'Click a point that is there to start the curve from it, and the next ones in order.'
        : 'Click the next point, or a chosen one to leave it out.',
    least: 2,
    most: Infinity,
    catches: true,
    ordered: true,
    options: [{ name: 'closed', label: 'Closed', kind: 'toggle', value: false }],
    make: ({ places, options }) => {
      const closed = options['closed'] === true && places.length > 2;
      return { shape: 'curve', items: [{ recipe: fitRecipe(fitPoints(places, false), closed) }] };
    },
  }),
} as const;
