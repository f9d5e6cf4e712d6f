import fc from 'fast-check';

const STEPS = 2 ** 30;

/**
 * A number between two, evenly spread, and one time in eight anywhere among the floating-point numbers between them,
 * which are nearly all close to 0. Laws told by those alone would be told by curves whose points all but coincide.
 */
export const real = (min: number, max: number): fc.Arbitrary<number> =>
  fc.oneof(
    { weight: 7, arbitrary: fc.noBias(fc.integer({ min: 0, max: STEPS })).map((k) => min + ((max - min) * k) / STEPS) },
    { weight: 1, arbitrary: fc.double({ min, max, noNaN: true }) },
  );

/** A share, from 0 to 1. */
export const fraction = real(0, 1);
