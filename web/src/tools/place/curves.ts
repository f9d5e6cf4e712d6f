import type { Level, Vector3 } from '@pencil-bend/core';
import { type FitPoint, fitRecipe, pulledBy } from '@pencil-bend/document';
import { JOINT_OPTIONS, jointOptions, type JointRule, jointsNote, withJoints } from './newJoints';
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

const fitPoints = (places: readonly Place[]): FitPoint[] => places.map(({ at }, i) => ({ id: `p${i + 1}`, at }));

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

/** A curve through points can have any level. */
const LIVE: JointRule = { most: 3, unasked: true };
/** Two control points from an end hold G1, three G2, four G3. */
const ruleOf = ({ places }: Given): JointRule => ({
  most: Math.max(0, Math.min(3, places.length - 1)) as Level,
  unasked: true,
});

/** 'Degree 2 for now': a curve by too few control points. */
const lowerFor = (wanted: number, count: number): string | undefined =>
  count - 1 < wanted
    ? `Degree ${Math.max(1, count - 1)} for now: degree ${wanted} needs ${wanted + 1} points.`
    : undefined;

export const curves = {
  through: placingTool({
    asks: (count) => nextPlace(count, true),
    least: 2,
    most: Infinity,
    closes: 3,
    options: JOINT_OPTIONS,
    optionsNow: (given) => jointOptions(given, LIVE),
    make: (given, context) => {
      const { places, closed } = given;
      const item = withJoints({ recipe: fitRecipe(fitPoints(places), closed) }, given, LIVE, context);
      const note = jointsNote(item);
      return { shape: 'curve', items: [item], ...(note && { note }) };
    },
  }),

  pulled: placingTool({
    asks: (count) => nextPlace(count, true).replace('point', 'control point'),
    least: 2,
    most: Infinity,
    closes: 3,
    options: [DEGREE, ...JOINT_OPTIONS],
    optionsNow: (given) => jointOptions(given, ruleOf(given)),
    make: (given, context) => {
      const degree = Number(given.options['degree']);
      const recipe = pulledBy(placesOf(given), degree, given.closed);
      const item = withJoints({ recipe }, given, ruleOf(given), context);
      const note = lowerFor(degree, given.places.length) ?? jointsNote(item);
      return { shape: 'curve', items: [item], ...(note && { note }) };
    },
  }),

  compare: placingTool({
    asks: (count) => nextPlace(count, true),
    least: 2,
    most: Infinity,
    closes: 3,
    options: [DEGREE],
    make: (given) => ({
      shape: 'compare',
      items: [
        { recipe: fitRecipe(fitPoints(given.places), given.closed), colour: COMPARED.through },
        { recipe: pulledBy(placesOf(given), Number(given.options['degree']), given.closed), colour: COMPARED.pulled },
      ],
      note: 'Blue goes through the points, umber is pulled by them.',
    }),
  }),

  thread: placingTool({
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
      return { shape: 'curve', items: [{ recipe: fitRecipe(fitPoints(places), closed) }] };
    },
  }),
} as const;
