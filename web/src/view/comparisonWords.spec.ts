import { deviation, lineBetween, packVectors, transform, translation } from '@pencil-bend/core';
import { comparedWithCurve, comparedWithPoints } from '../work/comparison';
import { comparisonInWords } from './comparisonWords';

const line = lineBetween([0, 0, 0], [200, 0, 0]);
const told = (reference: typeof line, isProven = true) =>
  comparisonInWords(
    comparedWithCurve(line, reference, null, 0.5, 100),
    isProven ? deviation(line, reference) : null,
    line,
    0.5,
    'mm',
  );

describe('a comparison in words', () => {
  it('has the largest distance with its place and proof, the mean, and how much is near enough', () => {
    expect(told(lineBetween([0, 0, 0], [200, 1, 0]))).toEqual([
      expect.stringMatching(/^At most 1.000 mm, near 200.0 mm; proven not over 1.00\d mm\.$/),
      'Mean 0.500 mm.',
      'Within 0.500 mm: 50.0 % of the length.',
    ]);
  });

  it('says that the proof is coming, or that there is none', () => {
    expect(told(transform(line, translation([0, 2, 0])), false)[0]).toBe(
      'At most 2.000 mm, near 0.0 mm; the proof is coming.',
    );
    const figures = comparedWithCurve(line, line, null, 0.5, 10);
    const none = { max: 0, u: 0, bound: Infinity, certified: false };
    expect(comparisonInWords(figures, none, line, 0.5, 'mm')[0]).toContain('; read, not proven.');
  });

  it('tells a reference that goes on alone from one that is far off', () => {
    expect(told(lineBetween([0, 0, 0], [230, 0, 0]))).toEqual([
      'On it all along.',
      'The other is up to 30.000 mm away where it goes on alone.',
      'Mean 0.000 mm.',
      'Within 0.500 mm: 100.0 % of the length.',
    ]);
  });

  it('of points counts them, in the unit of the sheet', () => {
    const points = packVectors([[50.8, 2.54, 0], [100, 0, 0]]); // prettier-ignore
    expect(comparisonInWords(comparedWithPoints(line, points, 0.5), null, line, 0.5, 'in')).toEqual([
      'At most 0.1000 in, near 2.00 in.',
      'Mean 0.0500 in.',
      'Within 0.0197 in: 50.0 % of the points.',
    ]);
  });
});
