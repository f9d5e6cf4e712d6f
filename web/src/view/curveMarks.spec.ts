import {
  circle,
  type Curve,
  curvatureProfile,
  ellipse,
  FRONT,
  lineBetween,
  makeCurve,
  homogeneous,
  polyline,
  rectangle,
  type Vector3,
} from '@pencil-bend/core';
import { continuityOfEnds, lumps } from '@pencil-bend/core/reading';
import { type Marked, marksOf } from './curveMarks';

const normal: Vector3 = [0, 0, 1];
const markedOf = (curve: Curve, more: Partial<Marked> = {}): Marked => {
  const report = lumps(curve, { normal, least: 0.05 });
  const profile = curvatureProfile(curve, { normal });
  return { curve, normal, profile, report, listed: report.lumps, crossings: [], meetings: [], units: 'mm', ...more };
};
const S = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 40, 60, 0, 60, -60, 0, 100, 0, 0]));
const cornered = (): Curve => {
  const made = polyline([0, 0, 0], [{ kind: 'line', to: [40, 0, 0] }, { kind: 'arc-on', to: [50, 10, 0] }]); // prettier-ignore
  if (!made.ok) throw new Error(made.failure.kind);
  return made.value;
};

describe('marks of a curve', () => {
  it('are its inflection and its extrema, each with its place and its length', () => {
    const of = markedOf(S);
    const [inflection, ...more] = marksOf('inflection', of, true);
    expect(more).toEqual([]);
    // By symmetry in the middle.
    expect(inflection.at).toEqual([50, 0, 0].map((x) => expect.closeTo(x, 6)));
    expect(inflection.label).toBe(`Inflection at ${(of.profile.length / 2).toFixed(1)} mm`);
    const extrema = marksOf('extremum', of, true);
    expect(extrema.map(({ label }) => label.split(' at ')[0])).toEqual([
      'Curvature has a minimum',
      'Curvature has a maximum',
    ]);
    expect((extrema[0].s ?? 0) + (extrema[1].s ?? 0)).toBeCloseTo(of.profile.length, 6);
  });

  it('are kinks with their angle, and where the curve crosses itself', () => {
    const plate = rectangle(FRONT, [0, 0, 0], 40, 30);
    const kinks = marksOf('kink', markedOf(plate), true);
    expect(kinks.map(({ s, label }) => [s, label])).toEqual([0, 40, 70, 110].map((s) => [expect.closeTo(s, 6), 'Kink of 90.0°'])); // prettier-ignore
    expect(marksOf('crossing', markedOf(plate, { crossings: [[1, 2, 0]] }), true)).toMatchObject([
      { at: [1, 2, 0], s: null },
    ]);
  });

  it('are flat stretches: the line before an arc, and nothing of a circle', () => {
    const [flat, ...more] = marksOf('flat', markedOf(cornered()), true);
    expect(more).toEqual([]);
    expect(flat).toMatchObject({ label: 'Flat for 40.0 mm', stretch: [0, expect.closeTo(40, 6)] });
    expect(marksOf('flat', markedOf(circle(FRONT, [0, 0, 0], 20)), true)).toEqual([]);
  });

  it('are the four quarters of an ellipse along which curvature runs one way, each to its tighter side', () => {
    const pieces = marksOf('monotone', markedOf(ellipse(FRONT, [0, 0, 0], 50, 20)), true);
    expect(pieces.map(({ label }) => label.split(' ')[1])).toEqual(['falls', 'rises', 'falls', 'rises']);
    for (const { at, along } of pieces) {
      // It is tighter at the ends of the long axis.
      expect(Math.sign(along?.[0] ?? 0)).toBe(Math.sign(at[0]));
    }
  });

  it('are the levels of its meetings, at its ends', () => {
    const [line, next] = [lineBetween([0, 0, 0], [30, 0, 0]), lineBetween([30, 0, 0], [60, 40, 0])];
    const figures = continuityOfEnds(line, 'end', next, 'start');
    const here = { item: 'a', end: 'end' } as const;
    const meeting = { first: here, second: { item: 'b', end: 'start' }, figures, at: [30, 0, 0] } as const;
    const [mark] = marksOf('meeting', markedOf(line, { meetings: [{ meeting, here }] }), true);
    expect(mark).toMatchObject({ text: 'G0', s: expect.closeTo(30, 9), at: [30, 0, 0] });
    expect(mark.label).toBe('Here the curve meets another: G0: tangents differ by 53.13°');
  });

  it('that are dear wait until the curve rests', () => {
    const of = markedOf(S);
    for (const kind of ['extremum', 'flat', 'monotone'] as const) expect(marksOf(kind, of, false)).toEqual([]);
    expect(marksOf('inflection', of, false)).toHaveLength(1);
  });
});
