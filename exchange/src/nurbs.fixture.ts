import fc from 'fast-check';
import { curveOfNurbs, type Nurbs } from './nurbs';
import type { Outgoing, OutgoingSheet } from './outgoing';

const coordinate = fc.double({ min: -1000, max: 1000, noNaN: true }).map((x) => x + 0);
const points = (count: number) =>
  fc
    .array(coordinate, { minLength: 3 * count, maxLength: 3 * count })
    // The ends lie apart, so that a curve is open where it is said to be.
    .map((packed) => Float64Array.from(packed, (x, i) => (i === 0 ? 2000 : i === 3 * count - 3 ? -2000 : x)));
const weights = (count: number) =>
  fc.option(
    fc
      .array(fc.double({ min: 0.1, max: 10, noNaN: true }), { minLength: count, maxLength: count })
      // Never all equal: those would be none.
      .map((all) => all.map((weight, i) => (i === 0 ? 11 : weight))),
  );

/** Knots from 0 on, with steps of some size and inner ones that stand up to `degree` times. */
const steps = (count: number, most: number) =>
  fc.array(
    fc.record({ step: fc.double({ min: 0.1, max: 3, noNaN: true }), times: fc.integer({ min: 1, max: most }) }),
    {
      minLength: count,
      maxLength: count,
    },
  );

const clamped = fc.integer({ min: 1, max: 9 }).chain((degree) =>
  fc.integer({ min: 0, max: 5 }).chain((inner) =>
    steps(inner + 1, degree).chain((spans) => {
      const knots: number[] = Array<number>(degree + 1).fill(0);
      let u = 0;
      spans.forEach(({ step, times }, i) => {
        u += step;
        knots.push(...Array<number>(i === inner ? degree + 1 : times).fill(u));
      });
      const count = knots.length - degree - 1;
      return fc.record<Nurbs>({
        degree: fc.constant(degree),
        closing: fc.constant('open'),
        knots: fc.constant(knots),
        points: points(count),
        weights: weights(count),
      });
    }),
  ),
);

const unclamped = fc.integer({ min: 1, max: 6 }).chain((degree) =>
  fc.integer({ min: degree + 1, max: degree + 6 }).chain((count) =>
    steps(count + degree + 1, 1).chain((spans) => {
      let u = -3;
      const knots = spans.map(({ step }) => (u += step));
      return fc.record<Nurbs>({
        degree: fc.constant(degree),
        closing: fc.constant('open'),
        knots: fc.constant(knots),
        points: points(count),
        weights: weights(count),
      });
    }),
  ),
);

const periodic = fc.integer({ min: 1, max: 6 }).chain((degree) =>
  fc.integer({ min: Math.max(3, degree), max: degree + 6 }).chain((count) =>
    fc.record<Nurbs>({
      degree: fc.constant(degree),
      closing: fc.constant('periodic'),
      knots: fc.constant(Array.from({ length: count + 2 * degree + 1 }, (_, i) => i - degree)),
      points: points(count),
      weights: weights(count),
    }),
  ),
);

const closed = clamped
  .filter(({ knots, degree }) => knots.length - degree - 1 > 3)
  .map((nurbs): Nurbs => {
    const round = nurbs.points.slice();
    round.set(round.subarray(0, 3), round.length - 3);
    return { ...nurbs, closing: 'clamped-closed', points: round };
  });

/** Curves of every kind that a drawing may have. */
export const anyNurbs: fc.Arbitrary<Nurbs> = fc.oneof(clamped, unclamped, periodic, closed);

/** Flat curves of degree 1 to 3 without weights, whose kinks and joints need no knots put in. */
export const polynomialNurbs: fc.Arbitrary<Nurbs> = fc.integer({ min: 1, max: 3 }).chain((degree) =>
  fc.integer({ min: degree + 1, max: degree + 5 }).chain((count) =>
    points(count).map((packed): Nurbs => {
      const inner = Array.from({ length: count - degree - 1 }, (_, i) => i + 1);
      const last = inner.length + 1;
      return {
        degree,
        closing: 'open',
        knots: [...Array<number>(degree + 1).fill(0), ...inner, ...Array<number>(degree + 1).fill(last)],
        // Numbers that have lost digits already, below 1e-308, are not handed on as they are.
        points: packed.map((x, i) => (i % 3 === 2 || Math.abs(x) < 1e-200 ? 0 : x)),
        weights: null,
      };
    }),
  ),
);

const name = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }).filter((text) => text.trim() === text);

/** Curves and points as they are handed over. */
export const anySheet = (nurbs: fc.Arbitrary<Nurbs> = anyNurbs): fc.Arbitrary<OutgoingSheet> =>
  fc.record({
    name: fc.constant('kettle'),
    items: fc.array(
      fc
        .record({
          name,
          layer: fc.constantFrom('Sheet', 'Spout ß'),
          colour: fc.constantFrom('#33363b', '#ff8000'),
          nurbs,
        })
        .map((item): Outgoing => ({ kind: 'curve', ...item, curve: curveOfNurbs(item.nurbs) })),
      { minLength: 1, maxLength: 4 },
    ),
  });

/** Numbers alone, to be compared to the last bit. */
export const bitsOf = ({ degree, closing, knots, points: at, weights: own }: Nurbs) => ({
  degree,
  closing,
  knots: Array.from(knots),
  points: Array.from(at),
  weights: own && Array.from(own),
});
