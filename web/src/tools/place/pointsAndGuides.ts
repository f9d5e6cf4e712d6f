import { directionTo, distance, lerp, rounded } from '@pencil-bend/core';
import { placingTool } from './placingTool';

/** Points of their own, and what is worked to without being drawn. */
export const pointsAndGuides = {
  point: placingTool({
    asks: () => 'Click to place a point.',
    least: 1,
    most: 1,
    stays: true,
    make: ({ places: [{ at }] }) => ({ shape: 'point', items: [{ at }] }),
  }),

  row: placingTool({
    asks: (count) => (count === 0 ? 'Click the first point of the row.' : 'Click the last point of the row.'),
    least: 2,
    most: 2,
    options: [
      { name: 'count', label: 'Points', kind: 'number', value: 5, least: 2, most: 500, whole: true, plain: true },
    ],
    make: ({ places: [a, b], options }) => {
      if (!(distance(a.at, b.at) > 0)) return { why: 'A row needs two different ends' };
      const count = Number(options['count']);
      const items = Array.from({ length: count }, (_, i) => ({
        // Round numbers stay round.
        at: i === count - 1 ? b.at : rounded(lerp(a.at, b.at, i / (count - 1)), 12),
      }));
      return { shape: 'point', items };
    },
  }),

  guideLine: placingTool({
    asks: (count) => (count === 0 ? 'Click a place on the line.' : 'Click another one, for its direction.'),
    least: 2,
    most: 2,
    options: [{ name: 'symmetry', label: 'A symmetry line', kind: 'toggle', value: false }],
    make: ({ places: [a, b], options }) => {
      const direction = directionTo(a.at, b.at);
      if (!direction) return { why: 'A line needs two different places' };
      const symmetry = options['symmetry'] === true;
      return {
        shape: symmetry ? 'symmetry-line' : 'line-guide',
        items: [{ guide: { kind: 'line', at: a.at, direction, symmetry } }],
      };
    },
  }),

  gauge: placingTool({
    asks: (count) =>
      count === 0 ? 'Click the centre of the gauge circle.' : 'Click a place on it, or type its radius.',
    least: 2,
    most: 2,
    make: ({ places: [{ at: centre }, { at }] }) => {
      const radius = distance(centre, at);
      if (!(radius > 0)) return { why: 'A circle needs a radius' };
      return {
        shape: 'gauge-circle',
        items: [{ guide: { kind: 'circle', centre, radius } }],
        note: `Radius ${Number(radius.toFixed(3))} mm.`,
      };
    },
  }),
} as const;
