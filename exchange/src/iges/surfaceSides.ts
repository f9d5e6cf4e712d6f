import type { ForeignCurve } from '../foreignCurve';
import { surfaceEdges } from '../surfaceEdges';
import { type IgesEntity, IgesProblem } from './records';

/** The four sides of a rational B-spline surface (IGES 5.3, 4.24), in units of the file. */
export function surfaceSides({ id, fields }: IgesEntity): ForeignCurve[] {
  const number = (i: number): number => {
    const field = fields[i] ?? 0;
    if (typeof field !== 'number' || !Number.isFinite(field))
      throw new IgesProblem(`parameter ${i + 1} is no number`, id);
    return field;
  };
  const [countU, countV, degreeU, degreeV] = [number(0) + 1, number(1) + 1, number(2), number(3)];
  const [lengthU, lengthV] = [countU + degreeU + 1, countV + degreeV + 1];
  const [weightsAt, count] = [9 + lengthU + lengthV, countU * countV];
  if (
    ![countU, countV].every((each) => Number.isInteger(each) && each > 1) ||
    !(fields.length >= weightsAt + 4 * count)
  ) {
    throw new IgesProblem(`${weightsAt + 4 * count} parameters are needed, and it has ${fields.length}`, id);
  }
  const range = (from: number, length: number) => Array.from({ length }, (_, i) => number(from + i));
  return surfaceEdges({
    degrees: [degreeU, degreeV],
    knots: [range(9, lengthU), range(9 + lengthU, lengthV)],
    counts: [countU, countV],
    // The first index runs fastest.
    homogeneousAt: (i, j) => {
      const k = j * countU + i;
      const w = number(weightsAt + k);
      return [0, 1, 2].map((c) => w * number(weightsAt + count + 3 * k + c)).concat(w);
    },
  });
}
