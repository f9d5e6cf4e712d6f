import { type Curve, curvatureComb, curvatureProfile, lineBetween, polyline } from '@pencil-bend/core';
import { continuityAmong } from '@pencil-bend/core/reading';
import { meetingOf } from '../view/meeting';
import { combBreaks } from './combBreaks';

const SCALE = 250;
const combOf = (id: string, curve: Curve) => {
  const profile = curvatureProfile(curve, { normal: [0, 0, 1] });
  return { id, profile, comb: curvatureComb(curve, profile, 20, SCALE) };
};
const made = (start: readonly [number, number, number], legs: Parameters<typeof polyline>[1]): Curve => {
  const chain = polyline(start, legs, [1, 0, 0]);
  if (!chain.ok) throw new Error(chain.failure.kind);
  return chain.value;
};
const line = lineBetween([-40, 0, 0], [0, 0, 0]);
/** A quarter turn of R 25 that the line goes on into. */
const arc = made([0, 0, 0], [{ kind: 'arc-on', to: [25, 25, 0] }]);
const meetings = (...curves: readonly Curve[]) =>
  continuityAmong(curves).map((meeting) => meetingOf(meeting, ['a', 'b', 'c']));

describe('breaks of combs', () => {
  it('stand where a curve of line and arc jumps, from the foot to the tip of 1/R', () => {
    const bent = made(
      [-40, 0, 0],
      [
        { kind: 'line', to: [0, 0, 0] },
        { kind: 'arc-on', to: [25, 25, 0] },
      ],
    );
    const [[from, to], ...more] = combBreaks([combOf('a', bent)], []);
    expect(more).toEqual([]);
    expect(from).toEqual([0, 0, 0].map((x) => expect.closeTo(x, 9)));
    // Left turn: the comb stands on the outer side, below.
    expect(to).toEqual([0, -SCALE / 25, 0].map((x) => expect.closeTo(x, 9)));
  });

  it('stand where two curves meet with G1 only, between their tips; not where they have no comb or a gap', () => {
    const [a, b] = [combOf('a', line), combOf('b', arc)];
    const found = combBreaks([a, b], meetings(line, arc));
    expect(found).toHaveLength(1);
    expect(found[0][1][1] - found[0][0][1]).toBeCloseTo(-SCALE / 25, 9);
    expect(combBreaks([b], meetings(line, arc))).toEqual([]);
    const away = lineBetween([-40, 0.05, 0], [0, 0.05, 0]);
    expect(combBreaks([combOf('a', away), b], meetings(away, arc))).toEqual([]);
  });

  it('are none inside of a smooth curve', () => {
    expect(combBreaks([combOf('a', line), combOf('b', arc)], [])).toEqual([]);
  });
});
