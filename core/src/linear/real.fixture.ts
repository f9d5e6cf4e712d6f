import fc from 'fast-check';
import { length, type Vector3 } from './vector';

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

/** Vectors with coordinates of at most this size. */
export const vectors = (most: number): fc.Arbitrary<Vector3> =>
  fc.tuple(real(-most, most), real(-most, most), real(-most, most));

/** Those that lead somewhere. */
export const directions = (most: number): fc.Arbitrary<Vector3> => vectors(most).filter((v) => length(v) > 1);
